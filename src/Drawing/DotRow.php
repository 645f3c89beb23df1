<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** Ratings of one competency on a scale of 1 to 5: a lettered dot per interviewer, side by side when equal, the mean as a diamond below with the range as a whisker. */
final class DotRow
{
    /**
     * @param list<array{letter: string, value: int}> $dots
     * @param int|null                                $mean in hundredths
     */
    public static function draw(array $dots, ?int $mean, bool $differs, string $label, float $width = 210): string
    {
        $svg = '';
        for ($v = 1; $v <= 5; ++$v) {
            $svg .= Svg::element('path', ['d' => 'M'.Svg::number(self::x($v, $width)).' 2V48', 'stroke' => 'var(--jv-hair)']);
        }
        $equal = [];
        foreach ($dots as $dot) {
            $equal[$dot['value']][] = $dot['letter'];
        }
        foreach ($equal as $value => $letters) {
            foreach ($letters as $i => $letter) {
                $x = self::x($value, $width) + ($i - (\count($letters) - 1) / 2) * 17;
                $svg .= Svg::element('circle', ['cx' => $x, 'cy' => 14, 'r' => 8, 'class' => $differs ? 'dot-differ' : 'dot']).Svg::text($x, 18, $letter, 't-dot', 'middle');
            }
        }
        if (null !== $mean && [] !== $equal) {
            $low = self::x(min(array_keys($equal)), $width);
            $high = self::x(max(array_keys($equal)), $width);
            $m = self::x($mean / 100, $width);
            $svg .= Svg::element('path', ['d' => \sprintf('M%1$s 36H%2$sM%1$s 32V40M%2$s 32V40', Svg::number($low), Svg::number($high)), 'stroke' => 'var(--jv-ink)', 'stroke-width' => 1.3]).Svg::element('path', ['d' => \sprintf('M%s 30l6 6-6 6-6-6Z', Svg::number($m)), 'fill' => 'var(--jv-ink)']);
        }

        return Svg::picture($width, 50, $svg, $label, 'drawing');
    }

    private static function x(float $value, float $width): float
    {
        return 16 + ($width - 32) * ($value - 1) / 4;
    }
}
