<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

/** Whether someone wants their data kept or erased. */
enum KeepAnswer: string
{
    case Keep = 'keep';
    case Erase = 'erase';
}
