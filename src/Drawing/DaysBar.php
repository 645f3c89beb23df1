<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** Days waited against the days agreed: deep, amber from 75 % of the limit, rust beyond it. Clips at the end of the scale; the number beside it stays true. */
final class DaysBar
{
    private const SCALE = 2.0; // the end of the scale, in limits

    public static function draw(float $days, float $limit, float $width = 58): string
    {
        $tick = $width / self::SCALE;
        $length = min($width, 0.0 === $limit ? $width : $tick * $days / $limit);

        return Svg::picture($width, 11, Svg::element('path', ['d' => 'M0 5.5H'.Svg::number($width), 'stroke' => 'var(--jv-hair)']).Svg::element('rect', ['x' => 0, 'y' => 3, 'width' => max(1.0, $length), 'height' => 5, 'class' => 'days-'.self::tone($days, $limit)])
            .Svg::element('path', ['d' => 'M'.Svg::number($tick).' 0V11', 'stroke' => 'var(--jv-ink)', 'stroke-width' => 1.4]), null);
    }

    /** @return 'fine'|'soon'|'over' */
    public static function tone(float $days, float $limit): string
    {
        return match (true) {
            $days > $limit => 'over',
            $days >= .75 * $limit => 'soon',
            default => 'fine',
        };
    }
}
