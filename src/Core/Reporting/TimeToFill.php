<?php

declare(strict_types=1);

namespace Jorvent\Core\Reporting;

/**
 * How likely a position is signed by a day, from how long such positions took. The chance is the posterior mean of a share under Jeffreys' prior, (k + ½) / (n + 1)
 * (Brown, Cai and DasGupta 2001), with their 80 % interval for it; it says nothing below FEWEST earlier hires.
 */
final class TimeToFill
{
    public const FEWEST = 5;

    /**
     * @return array{chance: int, low: int, high: int, of: int, within: int}|null per cent; null when there are too few to say
     */
    public static function chance(?Spread $earlier, int $days): ?array
    {
        if (null === $earlier || $earlier->count() < self::FEWEST) {
            return null;
        }
        $n = $earlier->count();
        $k = $earlier->within($days);
        [$low, $high] = Uncertainty::share($k, $n);

        return ['chance' => (int) round(100 * ($k + 0.5) / ($n + 1)), 'low' => (int) round(100 * $low), 'high' => (int) round(100 * $high), 'of' => $n, 'within' => $k];
    }

    /**
     * Tried on the past: for each hire, only those signed in earlier months are known; how often did it then fall within the range from their 10th to their 90th per cent? Held-out hires with too few before them are left out.
     *
     * @param list<array{month: string, days: int}> $hires month as "2026-03"
     *
     * @return array{tried: int, inside: int, expected: int}|null null when nothing could be tried; a sound range holds about eight in ten
     */
    public static function backtest(array $hires): ?array
    {
        $tried = $inside = 0;
        foreach ($hires as $hire) {
            $known = Spread::of(array_values(array_map(static fn (array $h): int => $h['days'], array_filter($hires, static fn (array $h): bool => $h['month'] < $hire['month']))));
            if (null === $known || $known->count() < self::FEWEST) {
                continue;
            }
            ++$tried;
            $inside += $hire['days'] >= $known->quantile(0.1) && $hire['days'] <= $known->quantile(0.9) ? 1 : 0;
        }

        return 0 === $tried ? null : ['tried' => $tried, 'inside' => $inside, 'expected' => (int) round(0.8 * $tried)];
    }
}
