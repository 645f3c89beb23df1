<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** Writes SVG elements; numbers are rounded to a tenth, text is escaped, colours are the theme's custom properties or classes, never inline style. */
final class Svg
{
    /** @param array<string, string|int|float|null> $attributes */
    public static function element(string $name, array $attributes = [], string $inside = ''): string
    {
        $text = '<'.$name;
        foreach ($attributes as $key => $value) {
            if (null !== $value) {
                $text .= ' '.$key.'="'.htmlspecialchars(\is_float($value) ? self::number($value) : (string) $value).'"';
            }
        }

        return '' === $inside ? $text.'/>' : $text.'>'.$inside.'</'.$name.'>';
    }

    public static function text(float $x, float $y, string $text, string $class = '', string $anchor = 'start'): string
    {
        return self::element('text', ['x' => $x, 'y' => $y, 'class' => '' === $class ? null : $class, 'text-anchor' => 'start' === $anchor ? null : $anchor], htmlspecialchars($text));
    }

    /** @param string|null $label null for a picture whose facts stand in text beside it */
    public static function picture(float $width, float $height, string $inside, ?string $label, string $class = ''): string
    {
        return self::element('svg', ['xmlns' => 'http://www.w3.org/2000/svg', 'width' => $width, 'height' => $height, 'viewBox' => '0 0 '.self::number($width).' '.self::number($height), 'class' => '' === $class ? null : $class, 'role' => null === $label ? null : 'img', 'aria-label' => $label, 'aria-hidden' => null === $label ? 'true' : null], '' === $inside ? ' ' : $inside);
    }

    public static function number(float $value): string
    {
        return rtrim(rtrim(number_format($value, 1, '.', ''), '0'), '.');
    }
}
