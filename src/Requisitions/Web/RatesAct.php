<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

/** Whether one rate or a file of them is saved. */
enum RatesAct: string
{
    case One = 'one';
    case File = 'file';
}
