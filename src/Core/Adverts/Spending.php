<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

use Jorvent\Core\Reporting\Uncertainty;

/** How a sum is best divided among runs on offer. Every set that can be paid is weighed, so no other is better. */
final class Spending
{
    /** More offers than this are not weighed; the dearest per qualified are left out first. */
    private const MOST = 14;

    /**
     * @param list<array{key: string, cost: float, mean: float, variance: float}> $offers
     *
     * @return array{keys: list<string>, cost: float, mean: float, low: int, high: int} the set that should bring the
     *                                                                                  most; of equals, the cheaper
     */
    public static function best(array $offers, float $sum): array
    {
        $offers = array_values(array_filter($offers, static fn (array $o): bool => $o['cost'] <= $sum));
        $each = static fn (float $cost, float $mean): float => $cost / max(1e-9, $mean);
        usort($offers, static fn (array $a, array $b): int => [$each($a['cost'], $a['mean']), $a['key']]
            <=> [$each($b['cost'], $b['mean']), $b['key']]);
        $offers = \array_slice($offers, 0, self::MOST);
        $best = ['keys' => [], 'cost' => 0.0, 'mean' => 0.0, 'low' => 0, 'high' => 0];
        $variance = 0.0;
        for ($set = 1; $set < 1 << \count($offers); ++$set) {
            $cost = $mean = $spread = 0.0;
            $keys = [];
            foreach ($offers as $i => $offer) {
                if (0 !== ($set >> $i & 1)) {
                    $cost += $offer['cost'];
                    $mean += $offer['mean'];
                    $spread += $offer['variance'];
                    $keys[] = $offer['key'];
                }
            }
            $more = $mean > $best['mean'] + 1e-9;
            $asMuchForLess = abs($mean - $best['mean']) <= 1e-9 && $cost < $best['cost'];
            if ($cost <= $sum && ($more || $asMuchForLess)) {
                [$best['keys'], $best['cost'], $best['mean'], $variance] = [$keys, $cost, $mean, $spread];
            }
        }
        [$best['low'], $best['high']] = Uncertainty::predict($best['mean'], $variance);

        return $best;
    }
}
