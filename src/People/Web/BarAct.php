<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** Whether someone is barred from contact, free again, or was told. */
enum BarAct: string
{
    case Set = 'set';
    case Lift = 'lift';
    case Told = 'told';
}
