<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** Shares of a whole in one bar, 240 by 16; nothing when a part of it is not shown, for the rest would not be the whole. */
final class ShareBar
{
    private const WIDTH = 240.0;
    private const FILLS = ['var(--jv-deep)', 'var(--jv-w3)', 'var(--jv-w2)', 'var(--jv-land)', 'var(--jv-w1)'];

    /** @param array<string, int|null> $cells */
    public static function draw(array $cells, string $label): string
    {
        $known = array_filter($cells, static fn (?int $n): bool => null !== $n && $n > 0);
        if ([] === $known || \count($known) < \count(array_filter($cells, static fn (?int $n): bool => 0 !== $n))) {
            return '';
        }
        $svg = '';
        $x = 0.5;
        foreach (array_values($cells) as $i => $n) {
            $width = (self::WIDTH - 1) * (int) $n / array_sum($known);
            if ($width > 0) {
                $svg .= Svg::element('rect', ['x' => $x, 'y' => 0.5, 'width' => $width, 'height' => 15, 'fill' => self::FILLS[$i % \count(self::FILLS)], 'stroke' => 'var(--jv-ink)', 'stroke-width' => .6]);
                $share = round(100 * (int) $n / array_sum($known)).' %';
                $svg .= $width > 34 ? Svg::text($x + $width / 2, 12, $share, 0 === $i ? 't-onbar' : 't-inbar', 'middle') : '';
            }
            $x += $width;
        }

        return Svg::picture(self::WIDTH, 16, $svg, $label, 'drawing');
    }
}
