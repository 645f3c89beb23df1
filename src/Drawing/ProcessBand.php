<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** The contour band behind the stations of the process line: half-height min(22, 2 + 1.9 √people), three contours, smooth between stations. */
final class ProcessBand
{
    private const LAYERS = [['var(--jv-w1)', 1.0, .7], ['var(--jv-w2)', .66, .25], ['var(--jv-w3)', .33, .25]];

    public static function halfHeight(int $people): float
    {
        return min(22.0, 2 + 1.9 * sqrt(max(0, $people)));
    }

    /** @param list<int> $stretches people on each stretch between two stations */
    public static function draw(array $stretches, float $width = 1400, float $height = 68): string
    {
        $n = \count($stretches) + 1;
        $middle = $height / 2;
        $svg = Svg::element('path', ['d' => 'M0 '.Svg::number($middle).'H'.Svg::number($width), 'stroke' => 'var(--jv-edge)', 'stroke-dasharray' => '1 4']);
        foreach (self::LAYERS as [$fill, $share, $opacity]) {
            $svg .= Svg::element('path', ['d' => self::outline($stretches, $width / $n, $middle, $share), 'fill' => $fill, 'stroke' => 'var(--jv-deep)', 'stroke-opacity' => $opacity]);
        }

        return Svg::element('svg', ['class' => 'process-band', 'viewBox' => '0 0 '.Svg::number($width).' '.Svg::number($height), 'preserveAspectRatio' => 'none', 'aria-hidden' => 'true'], $svg);
    }

    /** @param list<int> $stretches */
    private static function outline(array $stretches, float $column, float $middle, float $share): string
    {
        $x = static fn (int $i): float => ($i + .5) * $column;
        $half = array_map(static fn (int $p): float => self::halfHeight($p) * $share, $stretches);
        $ease = $column * .2;
        $top = \sprintf('M%s %s', Svg::number($x(0)), Svg::number($middle - $half[0]));
        $bottom = '';
        foreach ($half as $i => $h) {
            $end = $x($i + 1);
            $next = $half[$i + 1] ?? null;
            $top .= \sprintf(' L%s %s', Svg::number(null === $next ? $end : $end - $ease), Svg::number($middle - $h));
            $bottom = \sprintf(' L%s %s', Svg::number($x($i) + (0 === $i ? 0 : $ease)), Svg::number($middle + $h)).$bottom;
            if (null !== $next) {
                $top .= self::curve($end - $ease, $middle - $h, $end, $end + $ease, $middle - $next);
                $bottom = self::curve($end + $ease, $middle + $next, $end, $end - $ease, $middle + $h).$bottom;
            } else {
                $bottom = \sprintf(' L%s %s', Svg::number($end), Svg::number($middle + $h)).$bottom;
            }
        }

        return $top.$bottom.'Z';
    }

    private static function curve(float $fromX, float $fromY, float $over, float $toX, float $toY): string
    {
        return \sprintf(' L%s %s C%s %s %s %s %s %s', Svg::number($fromX), Svg::number($fromY), Svg::number($over), Svg::number($fromY), Svg::number($over), Svg::number($toY), Svg::number($toX), Svg::number($toY));
    }
}
