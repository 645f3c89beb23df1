<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** How a sum is divided, and what each part should add. */
final class SpendBar
{
    private const WIDTH = 480.0;
    private const GAIN = 200.0;

    /** @param list<array{label: string, cost: float}> $parts */
    public static function draw(array $parts, int $sum, string $keep): string
    {
        $svg = '';
        $x = 0.5;
        $said = [];
        foreach ($parts as $i => $part) {
            $width = (self::WIDTH - 1) * $part['cost'] / $sum;
            $dark = 0 === $i % 2;
            $svg .= Svg::element('rect', ['x' => $x, 'y' => 0.5, 'width' => $width, 'height' => 25, 'fill' => $dark ? 'var(--jv-deep)' : 'var(--jv-w2)', 'stroke' => 'var(--jv-deep)']);
            $label = number_format($part['cost'], 0, '', ' ').'  '.$part['label'];
            if ($width > 7 * mb_strlen($label)) {
                $svg .= Svg::text($x + 8, 17.5, $label, $dark ? 't-onbar' : 't-inbar');
            }
            $said[] = $label;
            $x += $width;
        }
        $rest = $sum - array_sum(array_column($parts, 'cost'));
        if ($rest > 0) {
            $svg .= Svg::element('rect', ['x' => $x, 'y' => 0.5, 'width' => max(0.5, self::WIDTH - 0.5 - $x), 'height' => 25, 'fill' => 'none', 'stroke' => 'var(--jv-edge)', 'stroke-dasharray' => '3 2']);
            $said[] = number_format($rest, 0, '', ' ').'  '.$keep;
            if (self::WIDTH - $x > 60) {
                $svg .= Svg::text($x + 8, 17.5, number_format($rest, 0, '', ' ').'  '.$keep, 't-inbar');
            }
        }

        return Svg::picture(self::WIDTH, 26, $svg, implode(', ', $said), 'wide');
    }

    public static function gain(float $mean, int $low, int $high, float $far, bool $chosen, string $label): string
    {
        $x = static fn (float $v): float => 4 + (self::GAIN - 8) * min(1.0, $v / $far);
        $colour = $chosen ? 'var(--jv-mag)' : 'var(--jv-deep)';
        $svg = Svg::element('path', ['d' => 'M4 15H'.Svg::number(self::GAIN - 4), 'stroke' => 'var(--jv-hair)']);
        $step = max(1, (int) ceil($far / 8));
        for ($i = 0; $i <= $far; $i += $step) {
            $svg .= Svg::element('path', ['d' => 'M'.Svg::number($x($i)).' 12V15', 'stroke' => 'var(--jv-edge)']);
        }
        $svg .= Svg::element('path', ['d' => \sprintf('M%s 8H%s M%s 4V12 M%s 4V12', Svg::number($x($low)), Svg::number($x($high)), Svg::number($x($low)), Svg::number($x($high))), 'stroke' => $colour, 'stroke-width' => 1.5]);

        return Svg::picture(self::GAIN, 16, $svg.Svg::element('path', ['d' => 'M'.Svg::number($x($mean)).' 3l5 5-5 5-5-5Z', 'fill' => $colour, 'stroke' => 'var(--jv-sheet)']), $label);
    }
}
