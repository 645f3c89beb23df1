<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** A count per day as columns on a zebra foot, the highest named. */
final class DayColumns
{
    /** @param list<int> $counts */
    public static function draw(array $counts, string $label, float $width = 640): string
    {
        $highest = max(1, ...$counts);
        $step = $width / max(1, \count($counts));
        $svg = '';
        foreach ($counts as $i => $count) {
            $height = 56 * $count / $highest;
            $svg .= Svg::element('rect', ['x' => $i * $step, 'y' => 66 - $height, 'width' => max(1.0, $step - 1), 'height' => $height, 'fill' => 'var(--jv-deep)']);
            $svg .= Svg::element('rect', ['x' => $i * $step, 'y' => 68, 'width' => $step, 'height' => 4, 'fill' => 0 === intdiv($i, 7) % 2 ? 'var(--jv-ink)' : 'var(--jv-paper)', 'stroke' => 'var(--jv-ink)', 'stroke-width' => .6]);
        }
        $at = (int) array_search($highest, $counts, true);
        $svg .= Svg::text(max(8.0, min($width - 8, ($at + .5) * $step)), 9, (string) $highest, 't-strong', 'middle');

        return Svg::picture($width, 74, $svg, $label, 'drawing');
    }
}
