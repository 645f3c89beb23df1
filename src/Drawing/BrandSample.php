<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

use Jorvent\Core\Careers\Colours;

/** A brand's colours as a candidate meets them, with the contrast of each pair, 420 by 132. */
final class BrandSample
{
    public static function draw(Colours $colours, string $name, string $label): string
    {
        $pairs = [['#FFFFFF', $colours->accent], [$colours->accent, $colours->paper], [$colours->deep, '#FFFFFF'], ['#16242F', $colours->paper]];
        $svg = Svg::element('rect', ['width' => 420, 'height' => 132, 'fill' => $colours->paper]).Svg::element('path', ['d' => 'M0 34.5H420', 'stroke' => '#16242F']).self::text(14, 22, $name, '#16242F', 17, 650)
            .Svg::element('rect', ['x' => 14, 'y' => 46, 'width' => 96, 'height' => 30, 'rx' => 2, 'fill' => $colours->accent]).self::text(62, 66, 'Apply', '#FFFFFF', 14.5, 650, 'middle')
            .self::text(126, 66, 'Bergen', $colours->accent, 14.5, 650).Svg::element('rect', ['x' => 186, 'y' => 46, 'width' => 110, 'height' => 30, 'fill' => '#FFFFFF', 'stroke' => '#7F8682']).self::text(241, 66, '3 positions', $colours->deep, 14.5, 650, 'middle').Svg::element('rect', ['x' => 310, 'y' => 46, 'width' => 96, 'height' => 30, 'fill' => $colours->wash()]).self::text(320, 66, 'chosen', '#16242F', 14.5, 400);
        foreach ($pairs as $i => [$text, $ground]) {
            $x = [14, 126, 186, 310][$i];
            $svg .= self::text($x, 104, number_format(Colours::contrast($text, $ground), 1), '#16242F', 15, 650).self::text($x, 121, 'to 1', '#4A5A66', 12.5, 400);
        }

        return Svg::picture(420, 132, $svg, $label, 'drawing');
    }

    private static function text(float $x, float $y, string $text, string $fill, float $size, int $weight, string $anchor = 'start'): string
    {
        // the fill on a tspan, for the theme colours all text
        return Svg::element('text', ['x' => $x, 'y' => $y, 'font-size' => $size, 'font-weight' => $weight, 'text-anchor' => 'start' === $anchor ? null : $anchor], Svg::element('tspan', ['fill' => $fill], htmlspecialchars($text)));
    }
}
