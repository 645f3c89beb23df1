<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** A time on a scale of months: work deep, education open, what nobody told hatched, what is unsure in amber. Each year has a hair line. */
final class SpanBar
{
    private const WIDTH = 190.0;
    private const HEIGHT = 14.0;
    /** What a year written out takes, with air. */
    private const LABEL = 36.0;

    /** @param 'spell'|'school'|'gap'|'unsure' $kind */
    public static function draw(int $from, int $to, int $first, int $last, string $kind): string
    {
        $x = self::x($from, $first, $last);
        $width = max(2.0, self::x($to, $first, $last) - $x);

        return Svg::picture(self::WIDTH, self::HEIGHT, self::lines($first, $last).Svg::element('rect', ['x' => $x, 'y' => 'gap' === $kind ? 6.0 : 3.0, 'width' => $width, 'height' => 'gap' === $kind ? 2.0 : 8.0, 'class' => 'span-'.$kind]), null, 'spanbar');
    }

    public static function axis(int $first, int $last): string
    {
        $year = self::WIDTH * 12 / max(1, $last - $first);
        $step = array_values(array_filter([1, 2, 5, 10, 20], static fn (int $n): bool => $n * $year >= self::LABEL))[0] ?? 50;
        $labels = '';
        for ($of = intdiv($first + 11, 12); 12 * $of < $last; ++$of) {
            $x = self::x(12 * $of, $first, $last);
            if (0 === $of % $step && $x < self::WIDTH - self::LABEL + 6) {
                $labels .= Svg::text($x, 10, (string) $of, 'axis');
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
