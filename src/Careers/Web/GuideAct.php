<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

/** What the page of the careers guide does. */
enum GuideAct: string
{
    case Save = 'save';
    case Write = 'write';
    case Strike = 'strike';
}
