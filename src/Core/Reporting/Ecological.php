<?php

declare(strict_types=1);

namespace Jorvent\Core\Reporting;

/**
 * What shares of a group in many cells, and a mean outcome in each, say of the difference between the group and all others: the slope of the outcome over the share (ecological regression; Goodman 1953), weighted by people, with a range that
 * does not take the cells to be equally sure (White 1980, with n / (n − 2)) and Student's quantile for the few there are (Abramowitz and Stegun 26.7.5). It holds where the difference is the same in all cells; what else differs between cells is in
 * it too. Example: outcomes 40, 45 and 50 at shares 0, .25 and .5 differ by 20 between the group and the others.
 */
final readonly class Ecological
{
    /** Fewer cells say nothing. */
    public const FEWEST = 6;
    private const Z = 1.959964;
    /** Shares have to differ by so much (standard deviation). */
    private const SPREAD = .03;

    private function __construct(public float $difference, public float $least, public float $most, public int $cells)
    {
    }

    /**
     * @param list<array{share: float, outcome: float, people: int}> $cells
     *
     * @return self|null null where there are too few cells, or they are too alike
     */
    public static function of(array $cells): ?self
    {
        $n = \count($cells);
        $all = array_sum(array_column($cells, 'people'));
        if ($n < self::FEWEST || $all < 1) {
            return null;
        }
        $mean = static fn (string $of): float => array_sum(array_map(static fn (array $c): float => $c['people'] * $c[$of], $cells)) / $all;
        [$share, $outcome] = [$mean('share'), $mean('outcome')];
        $spread = $slope = 0.0;
        foreach ($cells as $c) {
            $spread += $c['people'] * ($c['share'] - $share) ** 2;
            $slope += $c['people'] * ($c['share'] - $share) * ($c['outcome'] - $outcome);
        }
        if (sqrt($spread / $all) < self::SPREAD) {
            return null;
        }
        $slope /= $spread;
        $off = 0.0;
        foreach ($cells as $c) {
            $off += ($c['people'] * ($c['share'] - $share) * ($c['outcome'] - $outcome - $slope * ($c['share'] - $share))) ** 2;
        }
        $half = self::student($n - 2) * sqrt($off * $n / ($n - 2)) / $spread;

        return new self($slope, $slope - $half, $slope + $half, $n);
    }

    /** The difference may as well be none. */
    public function isOpen(): bool
    {
        return $this->least <= 0 && $this->most >= 0;
    }

    private static function student(int $freedom): float
    {
        $z = self::Z;

        return $z + ($z ** 3 + $z) / (4 * $freedom) + (5 * $z ** 5 + 16 * $z ** 3 + 3 * $z) / (96 * $freedom ** 2) + (3 * $z ** 7 + 19 * $z ** 5 + 17 * $z ** 3 - 15 * $z) / (384 * $freedom ** 3);
    }
}
