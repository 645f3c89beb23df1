<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** What counts, out of 100: a strip with a field for each weight, wide as it weighs. */
final class WeightStrip
{
    private const TONES = ['var(--jv-deep)', 'var(--jv-w3)', 'var(--jv-w2)', 'var(--jv-w1)'];

    /** @param list<array{name: string, weight: int, on: bool}> $fields */
    public static function draw(array $fields, string $label, float $width = 860): string
    {
        $total = array_sum(array_column($fields, 'weight'));
        $scale = $width / max(100, $total);
        $out = Svg::element('rect', ['x' => 0.5, 'y' => 0.5, 'width' => 100 * $scale - 1, 'height' => 33, 'class' => 'strip-bed']);
        $x = 0.0;
        foreach (array_values(array_filter($fields, static fn (array $f): bool => $f['weight'] > 0)) as $i => $field) {
            $wide = $field['weight'] * $scale;
            $dark = 0 === $i % 4;
            $out .= Svg::element('rect', ['x' => $x, 'y' => 0.0, 'width' => $wide, 'height' => 34, 'fill' => self::TONES[$i % 4], 'class' => $field['on'] ? 'strip-on' : 'strip']);
            $out .= Svg::text($x + 8, 23, (string) $field['weight'], $dark ? 'strip-n is-dark' : 'strip-n');
            $room = (int) (($wide - 40) / 6.6);
            $out .= $room > 3 ? Svg::text($x + 34, 22, mb_strimwidth($field['name'], 0, $room, '…'), $dark ? 'strip-t is-dark' : 'strip-t') : '';
            $x += $wide;
        }
        for ($tick = 0; $tick <= 100; $tick += 10) {
            $out .= Svg::text(min($width - 1, max(1, $tick * $scale)), 48, (string) $tick, 'tick', 0 === $tick ? 'start' : (100 === $tick && $total <= 100 ? 'end' : 'middle'));
        }

        return Svg::picture($width, 52, $out, $label, 'drawing');
    }
}
