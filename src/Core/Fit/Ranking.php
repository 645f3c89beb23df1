<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/** People compared for one brief, the best first; of equals the one with the lower number. Those of whom nothing is known come last. */
final readonly class Ranking
{
    /**
     * @param list<int>   $ids   best first
     * @param list<float> $means of what is known of them, by part
     */
    private function __construct(public array $ids, public array $means)
    {
    }

    /**
     * One that was made before.
     *
     * @param list<int>   $ids
     * @param list<float> $means
     */
    public static function again(array $ids, array $means): self
    {
        return new self($ids, $means);
    }

    /** @param array<int, string> $packed Values by id */
    public static function of(Weights $weights, array $packed): self
    {
        $parts = \count($weights->shares);
        $values = Values::unpack(implode('', $packed));
        $means = self::means($values, $parts);
        $sums = [];
        $at = 0;
        foreach ($packed as $id => $_) {
            $sum = 0.0;
            $told = false;
            foreach ($weights->shares as $part => $share) {
                $value = $values[++$at];
                if (Values::UNKNOWN === $value) {
                    $sum += $share * $means[$part];
                } else {
                    $sum += $share * $value;
                    $told = true;
                }
            }
            $sums[$id] = $told ? round($sum, 5) : -1.0;
        }
        ksort($sums);
        arsort($sums);

        return new self(array_keys($sums), array_map(static fn (float $m): float => $m / Values::ONE, $means));
    }

    /**
     * @param array<int, int> $values of all, from 1 on
     *
     * @return list<float> in ten-thousandths; one half where nobody told
     */
    private static function means(array $values, int $parts): array
    {
        $means = [];
        for ($part = 1, $last = \count($values); $part <= $parts; ++$part) {
            $sum = $n = 0;
            for ($i = $part; $i <= $last; $i += $parts) {
                if (Values::UNKNOWN !== $values[$i]) {
                    $sum += $values[$i];
                    ++$n;
                }
            }
            $means[] = 0 === $n ? Values::ONE / 2 : $sum / $n;
        }

        return $means;
    }
}
