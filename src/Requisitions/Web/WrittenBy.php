<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

/** Whose text a description is taken from. */
enum WrittenBy: string
{
    case Drafter = 'drafter';
    case Text = 'text';
    case Nobody = 'nobody';
}
