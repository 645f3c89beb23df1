<?php

declare(strict_types=1);

namespace Jorvent\Platform\Drawing;

/** A time on a scale of months: work deep, education open, what nobody told hatched, what is unsure in amber. Each year has a hair line. */
final class SpanBar
{
    private const WIDTH = 190.0;
    private const HEIGHT = 14.0;

    /** @param 'spell'|'school'|'gap'|'unsure' $kind */
    public static function draw(int $from, int $to, int $first, int $last, string $kind): string
    {
        $x = self::x($from, $first, $last);
        $width = max(2.0, self::x($to, $first, $last) - $x);

        return Svg::picture(self::WIDTH, self::HEIGHT, self::lines($first, $last).Svg::element('rect', ['x' => $x, 'y' => 'gap' === $kind ? 6.0 : 3.0, 'width' => $width, 'height' => 'gap' === $kind ? 2.0 : 8.0, 'class' => 'span-'.$kind]), null, 'spanbar');
    }

    public static function axis(int $first, int $last): string
    {
        $years = intdiv($last - 1, 12) - intdiv($first, 12) + 1;
        $step = match (true) {
            $years <= 7 => 1,
            $years <= 14 => 2,
            $years <= 32 => 5,
            default => 10,
        };
        $labels = '';
        for ($year = intdiv($first + 11, 12); 12 * $year < $last; ++$year) {
            $x = self::x(12 * $year, $first, $last);
            if (0 === $year % $step && $x < self::WIDTH - 24) {
                $labels .= Svg::text($x, 10, (string) $year, 'axis');
            }
        }

        return Svg::picture(self::WIDTH, 13, $labels, null, 'spanbar');
    }

    private static function lines(int $first, int $last): string
    {
        $path = '';
        for ($year = intdiv($first + 11, 12); 12 * $year <= $last; ++$year) {
            $path .= 'M'.Svg::number(self::x(12 * $year, $first, $last)).' 0V14';
        }

        return Svg::element('path', ['d' => '' === $path ? 'M0 0' : $path, 'class' => 'span-year']);
    }

    private static function x(int $month, int $first, int $last): float
    {
        return self::WIDTH * ($month - $first) / max(1, $last - $first);
    }
}
