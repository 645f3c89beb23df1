<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/**
 * What keeping and setting aside tells of the weights: logistic regression of the verdicts over the parts, with weights that stay shares (none below 0, 1 in all) and are held to those one began with by their relative entropy
 * (exponentiated gradient; Kivinen and Warmuth 1997), so that a few verdicts move little and one part that divides them gains at the cost of all others. Values are taken against their mean among those judged, for what all of
 * them share tells nothing; an unknown one tells nothing either.
 */
final readonly class Learning
{
    /** How steeply the chance of being kept rises with the score. */
    private const STEEP = 25.0;
    /** The strength of what one began with: the more, the more verdicts it takes to move it. */
    private const HOLD = 4.0;
    private const ROUNDS = 150;
    /** Fewer tell too little to move anything. */
    public const FEWEST = 4;

    /** @param int $verdicts how many it learned from; 0 when too few, or all of one kind */
    private function __construct(public Weights $weights, public int $verdicts)
    {
    }

    /** @param list<array{values: list<float|null>, kept: bool}> $verdicts */
    public static function from(Weights $prior, array $verdicts): self
    {
        $kept = \count(array_filter($verdicts, static fn (array $v): bool => $v['kept']));
        $n = \count($verdicts);
        // what counts for nothing was meant to, and stays so
        $first = array_filter($prior->shares, static fn (float $s): bool => $s > 0);
        if ($n < self::FEWEST || 0 === $kept || $kept === $n || [] === $first) {
            return new self($prior, 0);
        }
        $means = Fit::means(array_column($verdicts, 'values'), \count($prior->shares));
        $rows = array_map(static fn (array $v): array => array_map(static fn (?float $value, float $mean): float => null === $value ? 0.0 : $value - $mean, $v['values'], $means), $verdicts);
        $shares = $first;
        $base = log($kept / ($n - $kept));
        $step = 4 / ($n * self::STEEP);
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $slope = array_map(static fn (): float => 0.0, $first);
            $lift = 0.0;
            foreach ($rows as $i => $row) {
                $sum = $base;
                foreach ($shares as $p => $share) {
                    $sum += self::STEEP * $share * $row[$p];
                }
                $off = ($verdicts[$i]['kept'] ? 1.0 : 0.0) - 1 / (1 + exp(-$sum));
                $lift += $off;
                foreach ($slope as $p => $_) {
                    $slope[$p] += $off * self::STEEP * $row[$p];
                }
            }
            $base += 2 * $lift / $n;
            foreach ($shares as $p => $share) {
                $shares[$p] = max(1e-9, $share * exp(max(-1.0, min(1.0, $step * ($slope[$p] - self::HOLD * log($share / $first[$p]))))));
            }
            $sum = array_sum($shares);
            $shares = array_map(static fn (float $s): float => $s / $sum, $shares);
        }

        return new self(Weights::shares(array_values(array_replace($prior->shares, $shares))), $n);
    }

    /**
     * The parts whose share moved most, for saying what was learned.
     *
     * @return list<array{part: int, from: float, to: float}> at least two hundredths each, the greatest change first
     */
    public function moved(Weights $prior, int $most = 4): array
    {
        $moved = [];
        foreach ($this->weights->shares as $i => $share) {
            if (abs($share - $prior->shares[$i]) >= .02) {
                $moved[] = ['part' => $i, 'from' => $prior->shares[$i], 'to' => $share];
            }
        }
        usort($moved, static fn (array $a, array $b): int => abs($b['to'] - $b['from']) <=> abs($a['to'] - $a['from']));

        return \array_slice($moved, 0, $most);
    }
}
