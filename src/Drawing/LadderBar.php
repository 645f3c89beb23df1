<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** One bar of the yield ladder on a log scale: pale for who passes the row alone, deep for who is left so far. */
final class LadderBar
{
    public static function draw(int $alone, int $left, int $population, float $width = 250): string
    {
        $svg = Svg::element('path', ['d' => 'M0 10.5H'.Svg::number($width), 'stroke' => 'var(--jv-hair)']);
        for ($power = 10; $power < max(10, $population); $power *= 10) {
            $svg .= Svg::element('path', ['d' => 'M'.Svg::number(self::length($power, $population, $width)).' 8V11', 'stroke' => 'var(--jv-edge)']);
        }

        return Svg::element('svg', ['class' => 'ladderbar', 'width' => '100%', 'height' => 11, 'viewBox' => '0 0 '.Svg::number($width).' 11', 'preserveAspectRatio' => 'none', 'aria-hidden' => 'true'],
            $svg.Svg::element('rect', ['y' => 1, 'width' => self::length($alone, $population, $width), 'height' => 8, 'fill' => 'var(--jv-w2)']).Svg::element('rect', ['y' => 1, 'width' => self::length($left, $population, $width), 'height' => 8, 'fill' => 'var(--jv-deep)']));
    }

    /** log(1 + n), so that nobody has no length and the whole population all of it. */
    public static function length(int $people, int $population, float $width): float
    {
        return $population <= 0 ? 0.0 : min($width, $width * log(1 + max(0, $people)) / log(1 + $population));
    }
}
