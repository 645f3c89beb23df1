<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** A pay band in four contour quarters over a zebra ruler, with what is offered or ranged in magenta. Amounts in whole units. */
final class BandRuler
{
    private const QUARTERS = ['var(--jv-w1)', 'var(--jv-w2)', 'var(--jv-w3)', 'var(--jv-w2)'];

    public static function draw(int $bottom, int $top, ?int $from, ?int $to, string $label, float $width = 700, string $currency = ''): string
    {
        $values = array_filter([$bottom, $top, $from, $to], static fn (?int $v): bool => null !== $v);
        $ruler = ZebraRuler::around(min($values), max($values), $width - 2, 1);
        $svg = '';
        foreach (self::QUARTERS as $i => $fill) {
            $x = $ruler->x($bottom + ($top - $bottom) * $i / 4);
            $svg .= Svg::element('rect', ['x' => $x, 'y' => 30, 'width' => $ruler->x($bottom + ($top - $bottom) * ($i + 1) / 4) - $x, 'height' => 34, 'fill' => $fill, 'stroke' => 'var(--jv-deep)', 'stroke-opacity' => .55, 'stroke-width' => .8]);
        }
        $middle = $ruler->x(($bottom + $top) / 2);
        $svg .= Svg::element('path', ['d' => 'M'.Svg::number($middle).' 26V68', 'stroke' => 'var(--jv-ink)', 'stroke-width' => 1.3, 'stroke-dasharray' => '3 2']);
        $svg .= $ruler->draw(70, static fn (float $v): string => (string) (int) round($v / 1000));
        $svg .= Svg::text($middle, 98, 'middle '.Figures::thousands(intdiv($bottom + $top, 2)), 't-tick t-deep', 'middle');
        $svg .= null === $from ? '' : (null === $to || $to === $from ? self::handle($ruler, $from) : self::range($ruler, $from, $to).self::beyond($ruler, $bottom, $top, $from, $to));

        return Svg::picture($width, 104, $svg, $label, 'drawing');
    }

    private static function handle(ZebraRuler $ruler, int $at): string
    {
        $x = $ruler->x($at);
        $left = max(44.0, min($ruler->width - 44, $x));

        return Svg::element('path', ['d' => 'M'.Svg::number($x).' 22V75', 'stroke' => 'var(--jv-mag)', 'stroke-width' => 2]).Svg::element('rect', ['x' => $left - 42, 'y' => 1, 'width' => 84, 'height' => 22, 'rx' => 2, 'fill' => 'var(--jv-mag)']).Svg::text($left, 16.5, Figures::thousands($at), 't-onmag', 'middle');
    }

    /** What lies outside the band, hatched rust: it is what causes an approval. */
    private static function beyond(ZebraRuler $ruler, int $bottom, int $top, int $from, int $to): string
    {
        $svg = '';
        foreach ([[$from, min($to, $bottom)], [max($from, $top), $to]] as [$a, $b]) {
            if ($a >= $b) {
                continue;
            }
            [$x, $end] = [$ruler->x($a), $ruler->x($b)];
            $svg .= Svg::element('rect', ['x' => $x, 'y' => 30, 'width' => $end - $x, 'height' => 34, 'fill' => 'var(--jv-rust-wash)', 'stroke' => 'var(--jv-rust)', 'stroke-dasharray' => '3 2']);
            for ($h = $x + 5; $h < $end; $h += 6) {
                $svg .= Svg::element('path', ['d' => \sprintf('M%s 64L%s 30', Svg::number(max($x, $h - 6)), Svg::number($h)), 'stroke' => 'var(--jv-rust)', 'stroke-opacity' => .6]);
            }
        }

        return $svg;
    }

    private static function range(ZebraRuler $ruler, int $from, int $to): string
    {
        [$a, $b] = [$ruler->x($from), $ruler->x($to)];
        $svg = Svg::element('path', ['d' => \sprintf('M%s 18H%s', Svg::number($a), Svg::number($b)), 'stroke' => 'var(--jv-mag)', 'stroke-width' => 4]);
        foreach ([[$a, $from, 'start'], [$b, $to, 'end']] as [$x, $value, $anchor]) {
            $svg .= Svg::element('path', ['d' => 'M'.Svg::number($x).' 18V68', 'stroke' => 'var(--jv-mag)', 'stroke-width' => 1.4]).Svg::element('circle', ['cx' => $x, 'cy' => 18, 'r' => 5, 'fill' => 'var(--jv-sheet)', 'stroke' => 'var(--jv-mag)', 'stroke-width' => 2]).Svg::text('start' === $anchor ? max(0, $x - 6) : min($ruler->width, $x + 6), 9, Figures::thousands($value), 't-strong t-mag', 'start' === $anchor ? 'middle' : 'middle');
        }

        return $svg;
    }
}
