<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** Each value a dot, stacked where they fall together, over a zebra ruler; filled up to a line when there is one. Where dots would not fit, columns of the same shape. */
final class DotPlot
{
    private const DOT = 9.0;
    private const MOST_HIGH = 9;

    /** @param list<int> $values */
    public static function draw(array $values, int $from, int $to, ?int $line, string $label, float $width = 480, string $lineText = ''): string
    {
        $ruler = new ZebraRuler($from, max($from + 1, $to), max(1, ($to - $from) / 10), $width - 12, 6);
        $bins = (int) floor(($width - 12) / self::DOT);
        $stacks = [];
        foreach ($values as $value) {
            $bin = (int) min($bins - 1, floor(($ruler->x($value) - 6) / self::DOT));
            $stacks[$bin][] = $value;
        }
        ksort($stacks);
        $high = [] === $stacks ? 1 : max(array_map(\count(...), $stacks));
        $step = $high > self::MOST_HIGH ? self::DOT * self::MOST_HIGH / $high : self::DOT;
        $floor = 22 + self::DOT * min(self::MOST_HIGH, max(3, $high));
        $svg = '';
        foreach ($stacks as $bin => $stack) {
            $x = 6 + ($bin + .5) * self::DOT;
            foreach ($stack as $k => $value) {
                $in = null === $line || $value <= $line;
                $y = $floor - ($k + .5) * $step;
                $svg .= $high > self::MOST_HIGH
                    ? Svg::element('rect', ['x' => $x - 3.6, 'y' => $y - $step / 2, 'width' => 7.2, 'height' => $step, 'fill' => $in ? 'var(--jv-deep)' : 'var(--jv-w2)'])
                    : Svg::element('circle', ['cx' => $x, 'cy' => $y, 'r' => 3.7, 'fill' => $in ? 'var(--jv-deep)' : 'var(--jv-sheet)', 'stroke' => 'var(--jv-deep)', 'stroke-width' => 1.1]);
            }
        }
        if (null !== $line && $line >= $from) {
            $at = $ruler->x($line);
            $svg .= Svg::element('path', ['d' => 'M'.Svg::number($at).' 14V'.Svg::number($floor + 7), 'stroke' => 'var(--jv-mag)', 'stroke-width' => 2]).Svg::text(min($width - 4, max(4, $at)), 10, $lineText, 't-strong t-mag', $at > $width * .7 ? 'end' : ($at < $width * .3 ? 'start' : 'middle'));
        }

        return Svg::picture($width, $floor + 22, $svg.$ruler->draw($floor, static fn (float $v): string => (string) (int) round($v)), $label, 'drawing');
    }
}
