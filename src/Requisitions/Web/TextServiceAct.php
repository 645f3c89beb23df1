<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

/** What the page of the text service does. */
enum TextServiceAct: string
{
    case Keep = 'keep';
    case Test = 'test';
    case Remove = 'remove';
    case Countries = 'countries';
}
