<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

use Jorvent\Core\Reporting\Uncertainty;

/**
 * How many qualified applicants a run of an advert may bring, learned from earlier runs. Each board's rate a day is
 * drawn towards that of all boards the less is known of it (as if PRIOR days at the common rate had been seen, a gamma prior);
 * days after the first fortnight count less, by what they brought in all runs together. Runs differ more than chance
 * alone would make them: the spread of Pearson's residuals widens the range (quasi-Poisson, McCullagh and Nelder 1989,
 * 4.5).
 */
final readonly class AdvertYield
{
    public const FEWEST = 10;
    private const PRIOR = 60.0;

    /**
     * @param array<string, float> $rates  qualified a fresh day, by board
     * @param array<string, float> $weight qualified that stand behind each rate
     */
    private function __construct(
        public int $runs,
        private float $late,
        private array $rates,
        private array $weight,
        private float $common,
        public float $spread,
    ) {
    }

    /**
     * @param list<AdvertRun> $runs
     *
     * @return self|null null when there are too few to learn from
     */
    public static function learn(array $runs): ?self
    {
        $runs = array_values(array_filter($runs, static fn (AdvertRun $r): bool => $r->days > 0));
        if (\count($runs) < self::FEWEST) {
            return null;
        }
        [$early, $earlyDays, $later, $laterDays] = [0, 0, 0, 0];
        foreach ($runs as $run) {
            $early += $run->early;
            $later += $run->late;
            $earlyDays += min(AdvertRun::FORTNIGHT, $run->days);
            $laterDays += max(0, $run->days - AdvertRun::FORTNIGHT);
        }
        // one more of each, over a fortnight, so that few days do not say nothing or everything
        $fresh = ($early + 1) / ($earlyDays + AdvertRun::FORTNIGHT);
        $late = min(1.0, ($later + 1) / ($laterDays + AdvertRun::FORTNIGHT) / $fresh);
        $seen = $fresh = [];
        foreach ($runs as $run) {
            $seen[$run->board] = ($seen[$run->board] ?? 0) + $run->qualified();
            $fresh[$run->board] = ($fresh[$run->board] ?? 0.0) + self::fresh($run->days, $late, false);
        }
        $common = max(0.5, array_sum($seen)) / array_sum($fresh);
        $rates = $weight = [];
        foreach ($seen as $board => $count) {
            $rates[$board] = ($count + self::PRIOR * $common) / ($fresh[$board] + self::PRIOR);
            $weight[$board] = $count + self::PRIOR * $common;
        }
        $pearson = 0.0;
        foreach ($runs as $run) {
            $mean = $rates[$run->board] * self::fresh($run->days, $late, false);
            $pearson += ($run->qualified() - $mean) ** 2 / $mean;
        }

        $spread = max(1.0, $pearson / max(1, \count($runs) - \count($rates)));

        return new self(\count($runs), $late, $rates, $weight, $common, $spread);
    }

    /**
     * @param bool $renewed the advert has stood there for a fortnight or more already
     */
    public function expect(string $board, int $days, bool $renewed = false): ExpectedYield
    {
        $mean = ($this->rates[$board] ?? $this->common) * self::fresh($days, $this->late, $renewed);
        $variance = $this->spread * ($mean + $mean ** 2 / ($this->weight[$board] ?? self::PRIOR * $this->common));
        [$low, $high] = Uncertainty::predict($mean, $variance);

        return new ExpectedYield($mean, $variance, $low, $high);
    }

    /**
     * Tried on the past: each run of a held-out month, foretold from the months before it alone.
     *
     * @param list<AdvertRun> $runs
     *
     * @return array{tried: int, inside: int, expected: int}|null null when nothing could be tried
     */
    public static function backtest(array $runs): ?array
    {
        $tried = $inside = 0;
        $models = [];
        foreach ($runs as $run) {
            $before = array_filter($runs, static fn (AdvertRun $r): bool => $r->month < $run->month);
            $models[$run->month] ??= self::learn(array_values($before)) ?? false;
            $model = $models[$run->month];
            if (false === $model || $run->days <= 0) {
                continue;
            }
            ++$tried;
            $inside += $model->expect($run->board, $run->days)->holds($run->qualified()) ? 1 : 0;
        }

        return 0 === $tried ? null : ['tried' => $tried, 'inside' => $inside, 'expected' => (int) round(0.8 * $tried)];
    }

    private static function fresh(int $days, float $late, bool $renewed): float
    {
        return $renewed
            ? $late * $days
            : min(AdvertRun::FORTNIGHT, $days) + $late * max(0, $days - AdvertRun::FORTNIGHT);
    }
}
