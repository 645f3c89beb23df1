<?php

declare(strict_types=1);

namespace Jorvent\Core\Reporting;

/** How far a figure from few cases can be off: ranges that hold the truth in about eight cases of ten. */
final class Uncertainty
{
    /** z for a two-sided 80 % interval. */
    public const Z80 = 1.2816;
    /** Below so many cases a figure is called small. */
    public const SMALL = 5;

    /**
     * Wilson's score interval of a share (Wilson 1927).
     *
     * @return array{float, float} from 0 to 1; all of it when there is nothing to go by
     */
    public static function share(int $k, int $n): array
    {
        if ($n <= 0) {
            return [0.0, 1.0];
        }
        $z2 = self::Z80 ** 2;
        $centre = ($k + $z2 / 2) / ($n + $z2);
        $half = self::Z80 / ($n + $z2) * sqrt($k * ($n - $k) / $n + $z2 / 4);

        return [max(0.0, $centre - $half), min(1.0, $centre + $half)];
    }

    /**
     * The exact interval of a Poisson mean (Garwood 1936): the means under which so few or so many would be seen in one case of ten.
     *
     * @return array{float, float}
     */
    public static function count(int $k): array
    {
        return [0 === $k ? 0.0 : self::solve(static fn (float $mean): float => 1 - self::poisson($k - 1, $mean), 0.1, true, $k), self::solve(static fn (float $mean): float => self::poisson($k, $mean), 0.1, false, $k)];
    }

    /**
     * What one of them costs, from what all cost.
     *
     * @return array{per: float|null, low: float, high: float|null} in the unit of the cost; per is null when there are none, high null when it has no end in sight
     */
    public static function costPer(float $cost, int $k): array
    {
        [$few, $many] = self::count($k);

        return ['per' => 0 === $k ? null : $cost / $k, 'low' => $cost / $many, 'high' => $few > 0 ? $cost / $few : null];
    }

    /** P(X ≤ k) of a Poisson mean. */
    public static function poisson(int $k, float $mean): float
    {
        $term = $sum = exp(-$mean);
        for ($i = 1; $i <= $k; ++$i) {
            $term *= $mean / $i;
            $sum += $term;
        }

        return min(1.0, $sum);
    }

    /**
     * The range of counts that a negative binomial of this mean and variance falls into in eight cases of ten; a Poisson's when the variance is no greater than the mean.
     *
     * @return array{int, int}
     */
    public static function predict(float $mean, float $variance): array
    {
        if ($mean <= 0) {
            return [0, 0];
        }
        $size = $variance > $mean * 1.0001 ? $mean ** 2 / ($variance - $mean) : null;
        $term = null === $size ? exp(-$mean) : ($size / ($size + $mean)) ** $size;
        $low = null;
        $k = 0;
        for ($sum = $term; $sum < 0.9 && $k < 100_000; $sum += $term) {
            $low ??= $sum >= 0.1 ? $k : null;
            ++$k;
            $term *= null === $size ? $mean / $k : ($size + $k - 1) / $k * $mean / ($size + $mean);
        }

        return [$low ?? $k, $k];
    }

    /** @param callable(float): float $f monotone */
    private static function solve(callable $f, float $target, bool $rising, int $k): float
    {
        [$low, $high] = [0.0, $k + 10 * sqrt($k + 1) + 10];
        for ($i = 0; $i < 60; ++$i) {
            $middle = ($low + $high) / 2;
            ($f($middle) < $target) === $rising ? $low = $middle : $high = $middle;
        }

        return ($low + $high) / 2;
    }
}
