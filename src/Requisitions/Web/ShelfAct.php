<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

/** Whether something is offered to choose from or not any more. */
enum ShelfAct: string
{
    case Retire = 'retire';
    case Revive = 'revive';
}
