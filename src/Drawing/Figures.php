<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** Numbers as they are set here: thousands apart by a thin space, a true minus. */
final class Figures
{
    public static function thousands(int $number): string
    {
        return ($number < 0 ? "\u{2212}" : '').number_format(abs($number), 0, '.', "\u{2009}");
    }

    public static function signed(int $number): string
    {
        return ($number > 0 ? '+' : '').self::thousands($number);
    }

    /** Hundredths as "4.39". */
    public static function hundredths(int $value): string
    {
        return number_format($value / 100, 2, '.', '');
    }
}
