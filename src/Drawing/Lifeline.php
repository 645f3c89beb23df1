<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/**
 * A working life on a year ruler: a bar for each job, in as many rows as overlap; those a search looks for are filled, those a tie is met in carry a bracket. Time of which nothing is told is a wave, studies are outlined, papers are triangles.
 *
 * @phpstan-type Job array{from: int, to: int, label: string, matched: bool, tied: bool}
 */
final class Lifeline
{
    public const WIDTH = 500.0;
    private const TOP = 17.0;
    private const LANE = 21.0;
    private const BAR = 17.0;
    /** A letter of the labels, on the mean. */
    private const LETTER = 5.9;
    private const ROWS = 6;

    /**
     * @param list<Job>                             $jobs    from the first month to the month after the last
     * @param list<array{from: int, to: int, label: string}> $schools
     * @param list<array{from: int, to: int}>       $gaps
     * @param list<array{month: int, label: string}> $papers
     * @param string                                $label   the picture as a sentence
     */
    public static function draw(array $jobs, array $schools, array $gaps, array $papers, int $first, int $last, string $label): string
    {
        $lanes = self::lanes([...array_map(static fn (array $j): array => [$j['from'], $j['to']], $jobs), ...array_map(static fn (array $s): array => [$s['from'], $s['to']], $schools)]);
        $rows = min(self::ROWS, [] === $lanes ? 1 : 1 + max($lanes));
        $tied = [] !== array_filter($jobs, static fn (array $j): bool => $j['tied']);
        $bottom = self::TOP + $rows * self::LANE + ($tied ? 6 : 0);
        $height = $bottom + ([] === $papers ? 2 : 15);
        $inside = self::ruler($first, $last, $height);
        foreach ($gaps as $gap) {
            $inside .= self::wave(self::x($gap['from'], $first, $last), self::x($gap['to'], $first, $last), self::TOP + self::LANE / 2 - 2);
        }
        foreach ([...$jobs, ...array_map(static fn (array $s): array => $s + ['matched' => false, 'tied' => false, 'school' => true], $schools)] as $i => $one) {
            $inside .= self::bar($one, self::TOP + min($rows - 1, $lanes[$i]) * self::LANE, $first, $last);
        }
        $free = 0.0;
        foreach ($papers as $paper) {
            $x = max(5.0, min(self::WIDTH - 5, self::x($paper['month'], $first, $last)));
            $inside .= Svg::element('path', ['d' => \sprintf('M%s %sl4.5 8h-9z', Svg::number($x), Svg::number($bottom + 3)), 'class' => 'life-paper'], Svg::element('title', [], htmlspecialchars($paper['label'])));
            $room = self::cut($paper['label'], self::WIDTH - $x - 10);
            if ($x >= $free && mb_strlen($room) > 5) {
                $inside .= Svg::text($x + 8, $bottom + 11, $room, 't-tick');
                $free = $x + 14 + self::LETTER * mb_strlen($room);
            }
        }

        return Svg::picture(self::WIDTH, $height, $inside, $label, 'lifeline');
    }

    /**
     * In which row each stands, so that no two in a row share a month: the first that is free, the earliest first.
     *
     * @param list<array{int, int}> $spans
     *
     * @return array<int, int> by span
     */
    public static function lanes(array $spans): array
    {
        $order = array_keys($spans);
        usort($order, static fn (int $a, int $b): int => [$spans[$a], $a] <=> [$spans[$b], $b]);
        $ends = $lanes = [];
        foreach ($order as $i) {
            $lane = 0;
            while (isset($ends[$lane]) && $ends[$lane] > $spans[$i][0]) {
                ++$lane;
            }
            $lanes[$i] = $lane;
            $ends[$lane] = $spans[$i][1];
        }

        return $lanes;
    }

    /** @param array{from: int, to: int, label: string, matched: bool, tied: bool, school?: bool} $one */
    private static function bar(array $one, float $y, int $first, int $last): string
    {
        $x = self::x($one['from'], $first, $last);
        $width = max(3.0, self::x($one['to'], $first, $last) - $x);
        $class = isset($one['school']) ? 'school' : ($one['matched'] ? 'match' : 'job');
        $text = self::cut($one['label'], $width - 8);
        $bar = Svg::element('rect', ['x' => $x + .5, 'y' => $y, 'width' => $width - 1, 'height' => self::BAR, 'class' => 'life-'.$class], Svg::element('title', [], htmlspecialchars($one['label'])));
        if ('' !== $text) {
            $bar .= Svg::text($x + 5, $y + 12.5, $text, 'life-text is-'.$class);
        }

        return $bar.($one['tied'] ? Svg::element('path', ['d' => \sprintf('M%s %sv4h%sv-4', Svg::number($x + .5), Svg::number($y + self::BAR + 1), Svg::number($width - 1)), 'class' => 'life-tie']) : '');
    }

    private static function ruler(int $first, int $last, float $height): string
    {
        $year = self::WIDTH * 12 / max(1, $last - $first);
        $step = array_values(array_filter([1, 2, 5, 10, 20], static fn (int $n): bool => $n * $year >= 30))[0] ?? 50;
        $path = $labels = '';
        for ($of = intdiv($first + 11, 12); 12 * $of <= $last; ++$of) {
            if (0 !== $of % $step) {
                continue;
            }
            $x = self::x(12 * $of, $first, $last);
            $path .= \sprintf('M%s 13V%s', Svg::number($x), Svg::number($height));
            if ($x < self::WIDTH - 28) {
                $labels .= Svg::text($x, 10, (string) $of, 't-tick');
            }
        }

        return Svg::element('path', ['d' => 'M0 13H'.Svg::number(self::WIDTH), 'class' => 'life-axis']).('' === $path ? '' : Svg::element('path', ['d' => $path, 'class' => 'span-year'])).$labels;
    }

    private static function wave(float $from, float $to, float $y): string
    {
        $path = \sprintf('M%s %s', Svg::number($from), Svg::number($y));
        for ($x = $from, $up = true; $x + 5 <= $to; $x += 5, $up = !$up) {
            $path .= \sprintf('q2.5 %s 5 0', $up ? '-5' : '5');
        }

        return Svg::element('path', ['d' => $path, 'class' => 'life-gap']);
    }

    private static function cut(string $text, float $room): string
    {
        $letters = (int) floor($room / self::LETTER);

        return match (true) {
            mb_strlen($text) <= $letters => $text,
            $letters < 4 => '',
            default => mb_substr($text, 0, $letters - 1).'…',
        };
    }

    private static function x(int $month, int $first, int $last): float
    {
        return self::WIDTH * ($month - $first) / max(1, $last - $first);
    }
}
