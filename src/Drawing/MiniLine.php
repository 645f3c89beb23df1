<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** The process line in small, for lists: seven stations with their numbers under a thin band, 330 by 44. */
final class MiniLine
{
    /** @param list<array{number: string, people: int, mark: string|null}> $stations */
    public static function draw(array $stations, string $label): string
    {
        $column = 330 / \count($stations);
        $svg = Svg::element('path', ['d' => self::band(array_column($stations, 'people'), $column), 'fill' => 'var(--jv-w2)', 'stroke' => 'var(--jv-deep)', 'stroke-opacity' => .6, 'stroke-width' => .8]);
        foreach ($stations as $i => $station) {
            $x = ($i + .5) * $column;
            $empty = '0' === $station['number'] || '–' === $station['number'];
            $svg .= Svg::element('circle', ['cx' => $x, 'cy' => 15, 'r' => 3.6, 'fill' => $empty ? 'var(--jv-sheet)' : 'var(--jv-ink)', 'stroke' => 'var(--jv-ink)', 'stroke-width' => 1.2]).Svg::text($x, 38, $station['number'], $empty ? 't-tick t-slate' : 't-mini', 'middle');
            $svg .= match ($station['mark']) {
                'late' => Svg::element('rect', ['x' => $x + 3, 'y' => 3, 'width' => 7, 'height' => 7, 'fill' => 'var(--jv-rust)']),
                'soon' => Svg::element('path', ['d' => \sprintf('M%s 2l4.5 4.5-4.5 4.5-4.5-4.5Z', Svg::number($x + 6)), 'fill' => 'var(--jv-amber)']),
                'needs' => Svg::element('circle', ['cx' => $x + 6, 'cy' => 7, 'r' => 3, 'fill' => 'var(--jv-sheet)', 'stroke' => 'var(--jv-mag)', 'stroke-width' => 1.6]),
                default => '',
            };
        }

        return Svg::picture(330, 44, $svg, $label, 'drawing');
    }

    /** @param list<int> $people */
    private static function band(array $people, float $column): string
    {
        $top = $bottom = '';
        foreach ($people as $i => $count) {
            $half = ProcessBand::halfHeight($count) / 2;
            $x = ($i + .5) * $column;
            $top .= \sprintf('%s%s %s', 0 === $i ? 'M' : ' L', Svg::number($x), Svg::number(15 - $half));
            $bottom = \sprintf(' L%s %s', Svg::number($x), Svg::number(15 + $half)).$bottom;
        }

        return $top.$bottom.'Z';
    }
}
