<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/**
 * What keeping and setting aside tells of the weights: logistic regression of the verdicts over the parts, held to the weights one began with by a ridge that a dozen verdicts begin to move, never below 0. Values are taken against
 * their mean among those judged, for what all of them share tells nothing; an unknown one tells nothing either.
 */
final readonly class Learning
{
    /** How steeply the chance of being kept rises with the score; the sum of all weights in the regression. */
    private const STEEP = 12.0;
    /** The strength of what one began with: the more, the more verdicts it takes to move it. */
    public const HOLD = .09;
    private const ROUNDS = 60;
    /** Fewer tell too little to move anything. */
    public const FEWEST = 4;

    /** @param int $verdicts how many it learned from; 0 when too few, or all of one kind */
    private function __construct(public Weights $weights, public int $verdicts)
    {
    }

    /** @param list<array{values: list<float|null>, kept: bool}> $verdicts */
    public static function from(Weights $prior, array $verdicts, float $hold = self::HOLD): self
    {
        $kept = \count(array_filter($verdicts, static fn (array $v): bool => $v['kept']));
        $n = \count($verdicts);
        if ($n < self::FEWEST || 0 === $kept || $kept === $n) {
            return new self($prior, 0);
        }
        $means = Fit::means(array_column($verdicts, 'values'), \count($prior->shares));
        $rows = array_map(static fn (array $v): array => array_map(static fn (?float $value, float $mean): float => null === $value ? 0.0 : $value - $mean, $v['values'], $means), $verdicts);
        $start = array_map(static fn (float $s): float => self::STEEP * $s, $prior->shares);
        // what counted for nothing was meant to, and stays so
        $open = array_keys(array_filter($prior->shares, static fn (float $s): bool => $s > 0));
        $weights = $start;
        $base = log($kept / ($n - $kept));
        $step = 4 / ($n + 4 * $hold);
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $slope = array_fill_keys($open, 0.0);
            $lift = 0.0;
            foreach ($rows as $i => $row) {
                $sum = $base;
                foreach ($open as $p) {
                    $sum += $weights[$p] * $row[$p];
                }
                $off = ($verdicts[$i]['kept'] ? 1.0 : 0.0) - 1 / (1 + exp(-$sum));
                $lift += $off;
                foreach ($open as $p) {
                    $slope[$p] += $off * $row[$p];
                }
            }
            $base += $step * $lift;
            foreach ($open as $p) {
                $weights[$p] = max(0.0, $weights[$p] + $step * ($slope[$p] - $hold * ($weights[$p] - $start[$p])));
            }
        }

        return new self(array_sum($weights) > 0 ? Weights::shares(array_values($weights)) : $prior, $n);
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
