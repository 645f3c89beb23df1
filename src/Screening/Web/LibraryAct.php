<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

/** What happens to a question of the library. */
enum LibraryAct: string
{
    case Rename = 'rename';
    case Retire = 'retire';
    case Revive = 'revive';
}
