<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** One segment per part of the brief, as wide as its weight: solid covered, hatched partly, rust outline missing, dotted not stated. */
final class FitBar
{
    private const GAP = 1.0;
    private const HEIGHT = 10;

    /** @param list<array{weight: int, coverage: string, letter: string, wanted: string, ...}> $parts */
    public static function draw(array $parts, string $label, float $width = 96, bool $letters = false): string
    {
        // what counts for nothing takes no room
        $drawn = array_values(array_filter($parts, static fn (array $p): bool => $p['weight'] > 0));
        /** @var array<string, array{list<array{float, float}>, array<string, string>}> $known a page has many bars of the same parts: where its segments lie, and those drawn */
        static $known = [];
        $weights = $width.' '.implode(' ', array_column($drawn, 'weight'));
        if (!isset($known[$weights])) {
            $known = [$weights => [self::segments($drawn, $width), []]] + \array_slice($known, 0, 20);
        }
        $inside = '';
        foreach ($known[$weights][0] as $i => [$x, $w]) {
            $coverage = $drawn[$i]['coverage'];
            $inside .= $known[$weights][1][$i.$coverage] ??= self::segment($x, $w, $coverage);
            if ($letters) {
                $inside .= Svg::text($x + $w / 2, self::HEIGHT + 10, $drawn[$i]['letter'], 't-tick', 'middle');
            }
        }

        return Svg::picture($width, self::HEIGHT + ($letters ? 12 : 0), $inside, $label, 'fitbar');
    }

    private static function segment(float $x, float $w, string $coverage): string
    {
        $drawn = Svg::element('rect', ['x' => $x + .5, 'y' => .5, 'width' => max(1, $w - 1), 'height' => self::HEIGHT - 1, 'class' => 'fit-'.$coverage]);
        for ($h = $x + 3; 'partly' === $coverage && $h < $x + $w + 6; $h += 3.5) {
            $from = max($x + .5, $h - 8);
            $drawn .= Svg::element('path', ['d' => \sprintf('M%s %sL%s %s', Svg::number(min($h, $x + $w - .5)), Svg::number(max(.5, $h - ($x + $w - .5))), Svg::number($from), Svg::number(min(self::HEIGHT - .5, $h - $from))), 'class' => 'fit-hatch']);
        }

        return $drawn;
    }

    /**
     * @param list<array{weight: int, ...}> $parts
     *
     * @return list<array{float, float}> left edge and width of each; widths and gaps together fill the bar
     */
    public static function segments(array $parts, float $width): array
    {
        $weights = array_sum(array_column($parts, 'weight'));
        $room = $width - self::GAP * max(0, \count($parts) - 1);
        $x = 0.0;
        $segments = [];
        foreach ($parts as $part) {
            $w = 0 === $weights ? 0.0 : $room * $part['weight'] / $weights;
            $segments[] = [$x, $w];
            $x += $w + self::GAP;
        }

        return $segments;
    }
}
