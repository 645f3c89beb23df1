<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** Whether someone is barred from contact, free again, or was told. */
enum BarAct: string
{
    case Set = 'set';
    case Lift = 'lift';
    case Told = 'told';

    /** The sentence that tells what happened. */
    public function said(): string
    {
        return match ($this) {
            self::Set => 'barred',
            self::Lift => 'bar_lifted',
            self::Told => 'told',
        };
    }
}
