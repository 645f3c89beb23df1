<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

use Jorvent\Core\Shared\Refused;

/** Helps weights to make 100. */
final class Weights
{
    /**
     * Spreads what is not locked evenly; what does not divide goes to the first ones, one point each.
     *
     * @param array<string, int>  $weights by question, in order
     * @param array<string, bool> $locked  true for those to leave alone
     *
     * @return array<string, int>
     *
     * @throws Refused when the locked ones leave no way to make 100
     */
    public static function spread(array $weights, array $locked): array
    {
        $fixed = array_sum(array_filter($weights, static fn (string $id): bool => $locked[$id] ?? false, \ARRAY_FILTER_USE_KEY));
        $free = array_keys(array_filter($weights, static fn (string $id): bool => !($locked[$id] ?? false), \ARRAY_FILTER_USE_KEY));
        $rest = 100 - $fixed;
        if ($rest < 0 || ([] === $free && 0 !== $rest)) {
            throw Refused::because('weights_locked', 'questions', ['total' => $fixed]);
        }
        foreach ($free as $i => $id) {
            $weights[$id] = intdiv($rest, \count($free)) + ($i < $rest % \count($free) ? 1 : 0);
        }

        return $weights;
    }

    /**
     * Moves the edge between two neighbours: what one gains the other loses, so the sum stays; neither goes below 0.
     *
     * @param array<string, int> $weights in order
     *
     * @return array<string, int>
     */
    public static function shift(array $weights, string $left, int $by): array
    {
        $ids = array_keys($weights);
        $at = array_search($left, $ids, true);
        $right = false === $at ? null : $ids[$at + 1] ?? null;
        if (null === $right) {
            return $weights;
        }
        $by = max(-$weights[$left], min($weights[$right], $by));
        $weights[$left] += $by;
        $weights[$right] -= $by;

        return $weights;
    }
}
