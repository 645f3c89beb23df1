<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/** What each part of a brief counts: shares of the score, none below 0, 1 in all. */
final readonly class Weights
{
    /** Points of each kind before anyone changed them. What someone asks to be paid is shown and counts for nothing. */
    public const POINTS = ['must' => 4, 'title' => 3, 'years' => 3, 'place' => 2, 'notice' => 1, 'wish' => 2, 'pay' => 0];
    public const MOST = 10;

    /** @param list<float> $shares by part, in the order of Wanted::parts() */
    private function __construct(public array $shares)
    {
    }

    /** @param array<string, int> $points changed by hand, 0 to MOST, by Part::key() */
    public static function of(Wanted $wanted, array $points = []): self
    {
        return self::shares(array_map(static fn (array $p): float => (float) max(0, min(self::MOST, $points[Part::key($p['kind'], $p['text'])] ?? self::POINTS[$p['kind']])), $wanted->parts()));
    }

    /** @param list<float> $points not below 0 */
    public static function shares(array $points): self
    {
        $sum = array_sum($points);

        return new self(array_map(static fn (float $p): float => $sum > 0 ? $p / $sum : 1 / \count($points), $points));
    }
}
