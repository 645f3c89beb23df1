<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** What people hope for (columns) and earn (a line), with a range drawn over them. Amounts in whole units of any one currency. */
final class PayColumns
{
    /**
     * @param array<int, int> $expect people by column
     * @param array<int, int> $earn
     * @param float           $step   width of a column in the units shown
     */
    public static function draw(array $expect, array $earn, float $step, ?int $from, ?int $to, string $label, float $width = 390): string
    {
        $columns = [...array_keys($expect), ...array_keys($earn)];
        if ([] === $columns) {
            return '';
        }
        $low = min([min($columns) * $step, ...null === $from ? [] : [(float) $from]]);
        $high = max([(max($columns) + 1) * $step, ...null === $to ? [] : [(float) $to]]);
        $ruler = ZebraRuler::around($low, $high, $width - 12, 6);
        $most = max([1, ...array_values($expect), ...array_values($earn)]);
        $floor = 96.0;
        $y = static fn (int $n): float => $floor - 66 * $n / $most;
        $svg = '';
        if (null !== $from && null !== $to) {
            [$a, $b] = [$ruler->x($from), $ruler->x($to)];
            $svg .= Svg::element('rect', ['x' => $a, 'y' => 16, 'width' => max(1.0, $b - $a), 'height' => $floor - 16, 'fill' => 'var(--jv-mag-wash)']).Svg::element('path', ['d' => \sprintf('M%s %sV16H%sV%s', Svg::number($a), Svg::number($floor), Svg::number($b), Svg::number($floor)), 'fill' => 'none', 'stroke' => 'var(--jv-mag)', 'stroke-width' => 2]);
            $svg .= Svg::text(($a + $b) / 2, 11, 'your range', 't-strong t-mag', 'middle');
        }
        foreach ($expect as $column => $n) {
            $x = $ruler->x($column * $step);
            $svg .= Svg::element('rect', ['x' => $x + .5, 'y' => $y($n), 'width' => max(1.0, $ruler->x(($column + 1) * $step) - $x - 1), 'height' => $floor - $y($n), 'fill' => 'var(--jv-w3)', 'stroke' => 'var(--jv-deep)', 'stroke-width' => .7]);
        }
        ksort($earn);
        $line = '';
        foreach ($earn as $column => $n) {
            $line .= ('' === $line ? 'M' : 'L').Svg::number($ruler->x(($column + .5) * $step)).' '.Svg::number($y($n));
        }
        $svg .= '' === $line ? '' : Svg::element('path', ['d' => $line, 'fill' => 'none', 'stroke' => 'var(--jv-ink)', 'stroke-width' => 1.4, 'stroke-dasharray' => '4 2']);

        return Svg::picture($width, $floor + 22, $svg.$ruler->draw($floor, static fn (float $v): string => (string) (int) round($v / 1000)), $label, 'drawing');
    }
}
