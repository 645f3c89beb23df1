<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** How many there are, and hatched how many more there would be. */
final class GainBar
{
    public static function draw(int $now, int $more, int $scale, float $width = 150): string
    {
        $unit = $width / max(1, $scale);
        $a = min($width, $now * $unit);
        $b = min($width - $a, $more * $unit);
        $svg = Svg::element('rect', ['x' => 0, 'y' => 2, 'width' => max($now > 0 ? 1.0 : 0.0, $a), 'height' => 8, 'fill' => 'var(--jv-deep)']);
        if ($b > 0.2) {
            $svg .= Svg::element('rect', ['x' => $a, 'y' => 2.5, 'width' => max(1.0, $b), 'height' => 7, 'fill' => 'var(--jv-mag-wash)', 'stroke' => 'var(--jv-mag)', 'stroke-width' => 1]);
            for ($x = $a + 4; $x < $a + $b; $x += 5) {
                $svg .= Svg::element('path', ['d' => \sprintf('M%s 9.5L%s 2.5', Svg::number(max($a, $x - 4)), Svg::number($x)), 'stroke' => 'var(--jv-mag)', 'stroke-width' => .8]);
            }
        }

        return Svg::picture($width, 12, $svg, null);
    }
}
