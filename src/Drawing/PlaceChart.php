<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/**
 * The places one can work at, west to east, as a strip of a chart: land with its shallows at each, a route between them, and how many openings there are. Distances are squeezed (by their square root), so that a far place
 * stays on the strip; the land is drawn from the place's name, the same every time.
 */
final class PlaceChart
{
    private const WIDTH = 1280;
    private const HEIGHT = 118;
    private const MARGIN = 120;
    /** Names need room between two places. */
    private const LEAST = 128;
    private const MOST = 8;

    /** @param list<array{name: string, latitude: float, longitude: float, count: int, href: string, chosen: bool}> $places */
    public static function draw(array $places): string
    {
        usort($places, static fn (array $a, array $b): int => $b['count'] <=> $a['count']);
        $places = \array_slice($places, 0, self::MOST);
        usort($places, static fn (array $a, array $b): int => $a['longitude'] <=> $b['longitude']);
        if ([] === $places) {
            return '';
        }
        $spots = self::spots($places);
        $land = $route = $marks = '';
        foreach ([1.75, 1.4, 1.0] as $depth => $size) {
            foreach ($spots as $i => [$x, $y]) {
                $land .= '<path class="pc-'.['shelf', 'shoal', 'land'][$depth].'" d="'.self::shore($places[$i]['name'], $x, $y, $size).'"/>';
            }
        }
        foreach ($spots as $i => [$x, $y]) {
            if (0 < $i) {
                [$x0, $y0] = $spots[$i - 1];
                $bend = 0 === $i % 2 ? -26 : 30;
                $route .= \sprintf('M%d %dQ%d %d %d %d', $x0, $y0, ($x0 + $x) / 2, ($y0 + $y) / 2 + $bend, $x, $y);
            }
            $place = $places[$i];
            $name = htmlspecialchars($place['name']);
            $marks .= '<a href="'.htmlspecialchars($place['href']).'"'.($place['chosen'] ? ' class="is-chosen" aria-current="true"' : '').'>'
                .\sprintf('<circle cx="%d" cy="%d" r="%s"/>', $x, $y, $place['chosen'] ? '7.5' : '5.5').($place['chosen'] ? \sprintf('<circle class="ring" cx="%d" cy="%d" r="11.5"/>', $x, $y) : '')
                .\sprintf('<text x="%d" y="%d">%s <tspan>%d</tspan></text></a>', $x + 15, $y + 5, $name, $place['count']);
        }

        return '<svg class="c-hero" viewBox="0 0 '.self::WIDTH.' '.self::HEIGHT.'" preserveAspectRatio="xMidYMid slice"><rect class="pc-sea" width="'.self::WIDTH.'" height="'.self::HEIGHT.'"/>'.$land.('' === $route ? '' : '<path class="pc-route" d="'.$route.'"/>').'<g class="pc-places">'.$marks.'</g></svg>';
    }

    /**
     * @param non-empty-list<array{name: string, latitude: float, longitude: float, count: int, href: string, chosen: bool}> $places by longitude
     *
     * @return list<array{int, int}>
     */
    private static function spots(array $places): array
    {
        $room = self::WIDTH - 2 * self::MARGIN;
        $along = [0.0];
        foreach (\array_slice($places, 1) as $i => $place) {
            $along[] = $along[$i] + sqrt(max(.01, $place['longitude'] - $places[$i]['longitude']));
        }
        $whole = max(.01, (float) end($along));
        $n = \count($places);
        $least = min(self::LEAST, $n > 1 ? $room / ($n - 1) : $room);
        $free = $room - $least * ($n - 1);
        $latitudes = array_column($places, 'latitude');
        $south = min($latitudes);
        $span = max(.5, max($latitudes) - $south);

        return array_map(static fn (int $i): array => [(int) round(1 === $n ? self::WIDTH / 2 : self::MARGIN + $least * $i + $free * $along[$i] / $whole), (int) round(self::HEIGHT - 26 - ($places[$i]['latitude'] - $south) / $span * (self::HEIGHT - 54))], array_keys($places));
    }

    /** A coast that runs off the nearer edge of the strip, smooth through points whose distance the name decides. */
    private static function shore(string $name, int $x, int $y, float $size): string
    {
        $hash = hash('sha256', $name, true);
        $down = $y > self::HEIGHT / 2;
        $lean = \ord($hash[0]) / 255 - .5;
        $points = [];
        for ($i = 0; $i <= 6; ++$i) {
            $angle = \M_PI * $i / 6;
            $reach = (38 + \ord($hash[$i + 1]) / 255 * 34) * $size;
            $points[] = [$x - 26 + 1.55 * $reach * cos($angle) + 18 * $lean, $y + ($down ? 26 : -26) + ($down ? -1 : 1) * ($reach * .62 * sin($angle) + 4)];
        }
        $edge = $down ? self::HEIGHT + 30 : -30;
        $points = [[$points[0][0] - 6, $edge], ...$points, [$points[6][0] + 6, $edge]];
        $d = \sprintf('M%.0f %.0f', ...$points[0]);
        for ($i = 1; $i < \count($points) - 1; ++$i) {
            [$a, $b] = [$points[$i], $points[$i + 1]];
            $d .= \sprintf('Q%.0f %.0f %.0f %.0f', $a[0], $a[1], ($a[0] + $b[0]) / 2, ($a[1] + $b[1]) / 2);
        }

        return $d.\sprintf('L%.0f %.0fZ', ...$points[\count($points) - 1]);
    }
}
