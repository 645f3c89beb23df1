<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** States as stations, acts as lines between them with an arrow and a name; the state one is in has a ring. Where the stations lie is given, which lines there are is not. */
final class StateChart
{
    /**
     * @param array<string, array{float, float, string}>           $stations x, y and name by state
     * @param list<array{from: string, to: string, label: string}> $lines
     */
    public static function draw(array $stations, array $lines, ?string $here, string $label, float $width, float $height): string
    {
        $svg = Svg::element('defs', [], Svg::element('marker', ['id' => 'to', 'viewBox' => '0 0 8 8', 'refX' => 7, 'refY' => 4, 'markerWidth' => 7, 'markerHeight' => 7, 'orient' => 'auto-start-reverse'], Svg::element('path', ['d' => 'M0 0L8 4L0 8z', 'fill' => 'var(--jv-slate)'])));
        foreach ($lines as $line) {
            [$ax, $ay] = $stations[$line['from']];
            [$bx, $by] = $stations[$line['to']];
            $length = max(1.0, hypot($bx - $ax, $by - $ay));
            [$ux, $uy] = [($bx - $ax) / $length, ($by - $ay) / $length];
            // a line and its way back bow to different sides
            $back = [] !== array_filter($lines, static fn (array $l): bool => $l['from'] === $line['to'] && $l['to'] === $line['from']);
            $bow = $back ? 26.0 : 0.0;
            [$sx, $sy, $ex, $ey] = [$ax + 16 * $ux, $ay + 16 * $uy, $bx - 19 * $ux, $by - 19 * $uy];
            [$mx, $my] = [($sx + $ex) / 2 - $uy * $bow, ($sy + $ey) / 2 + $ux * $bow];
            $svg .= Svg::element('path', ['d' => \sprintf('M%s %sQ%s %s %s %s', ...array_map(Svg::number(...), [$sx, $sy, $mx, $my, $ex, $ey])), 'fill' => 'none', 'stroke' => $line['from'] === $here ? 'var(--jv-mag)' : 'var(--jv-w3)', 'stroke-width' => $line['from'] === $here ? 2.2 : 1.6, 'marker-end' => 'url(#to)']);
            $svg .= Svg::element('text', ['x' => ($sx + 2 * $mx + $ex) / 4, 'y' => ($sy + 2 * $my + $ey) / 4 - 5, 'class' => $line['from'] === $here ? 't-strong t-mag chart-t' : 't-tick chart-t', 'text-anchor' => 'middle'], htmlspecialchars($line['label']));
        }
        foreach ($stations as $state => [$x, $y, $name]) {
            $svg .= $state === $here ? Svg::element('circle', ['cx' => $x, 'cy' => $y, 'r' => 18.5, 'fill' => 'none', 'stroke' => 'var(--jv-mag)', 'stroke-width' => 2.4]) : '';
            $svg .= Svg::element('circle', ['cx' => $x, 'cy' => $y, 'r' => 12.5, 'fill' => 'var(--jv-sheet)', 'stroke' => 'var(--jv-ink)', 'stroke-width' => 1.4]).Svg::text($x, $y + 36, $name, $state === $here ? 't-strong t-mag' : 't-strong', 'middle');
        }

        return Svg::picture($width, $height, $svg, $label, 'drawing');
    }
}
