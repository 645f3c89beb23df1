<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/**
 * What keeping and setting aside tells of the weights: Bayesian logistic regression of the verdicts over the parts. Before any verdict the weights are those one began with, each times how much this recruiter may care for it, which is
 * drawn many times from a long-tailed law (the square of an exponential: one in eight cares three times as much as the mean); each draw counts as far as it explains the verdicts, one in ten of which is taken to be a slip, and what is learned is
 * the mean of all (importance sampling; Gelman et al., Bayesian Data Analysis, 2013, 10.4). So a few verdicts move little, and weights stay shares, none below 0, 1 in all. Values are taken against their mean among those judged, for what all of
 * them share tells nothing; an unknown one tells nothing either. The draws are spread evenly, and the same each time (Richtmyer's sequence: multiples of the roots of primes; Niederreiter 1992).
 */
final readonly class Learning
{
    /** How steeply the chance of being kept rises with the score. */
    private const STEEP = 20.0;
    private const SLIP = .1;
    private const DRAWS = 800;
    /** Enough to say of whom they differ. */
    private const FEW_DRAWS = 64;
    /** How little one verdict is sure of, as the variance of a score: that of a chance of one half. */
    private const UNSURE = 4.0;
    /** Fewer tell too little to move anything. */
    public const FEWEST = 4;

    /** @param int $verdicts how many it learned from; 0 when too few, or all of one kind */
    private function __construct(public Weights $weights, public int $verdicts)
    {
    }

    /** What was learned before. */
    public static function again(Weights $weights, int $verdicts): self
    {
        return new self($weights, $verdicts);
    }

    /** @param list<array{values: list<float|null>, kept: bool}> $verdicts */
    public static function from(Weights $prior, array $verdicts): self
    {
        $kept = \count(array_filter($verdicts, static fn (array $v): bool => $v['kept']));
        $n = \count($verdicts);
        $first = self::counting($prior);
        if ($n < self::FEWEST || 0 === $kept || $kept === $n || [] === $first) {
            return new self($prior, 0);
        }
        $learned = $thought = array_map(static fn (): float => 0.0, $first);
        foreach (self::thoughts($prior, $verdicts, self::DRAWS) as [$shares, $explains]) {
            foreach ($shares as $p => $share) {
                $learned[$p] += $explains * $share;
                $thought[$p] += $share;
            }
        }

        // against the same draws before any verdict, so that verdicts that tell nothing move nothing
        $shares = array_map(static fn (float $share, float $after, float $before): float => $share * $after / max(1e-12, $before), $first, $learned, $thought);
        $moved = array_combine(array_keys($first), array_map(static fn (float $s): float => $s / array_sum($shares), $shares));

        return new self(Weights::shares(array_values(array_replace($prior->shares, $moved))), $n);
    }

    /**
     * Of some people, those whose verdicts would tell most about the weights, the most telling first: each time the one about whom weights that explain the verdicts so far differ most, as far as those named before do not tell it too
     * (greedy choice by variance under a linear model; Krause, Singh and Guestrin, JMLR 9, 2008).
     *
     * @param list<array{values: list<float|null>, kept: bool}> $verdicts so far
     * @param array<array-key, list<float|null>>                $people   values by part of those who may be judged
     *
     * @return list<array-key> of at most so many
     */
    public static function telling(Weights $prior, array $verdicts, array $people, int $most): array
    {
        if (\count(self::counting($prior)) < 2) {
            return [];
        }
        $means = Fit::means($people, \count($prior->shares));
        $thoughts = self::thoughts($prior, $verdicts, self::FEW_DRAWS);
        $sum = array_sum(array_column($thoughts, 1));
        $differ = [];
        foreach ($people as $i => $values) {
            $scores = [];
            $mean = 0.0;
            foreach ($thoughts as $draw => [$shares, $explains]) {
                $score = 0.0;
                foreach ($shares as $p => $share) {
                    if (null !== $values[$p]) {
                        $score += $share * ($values[$p] - $means[$p]);
                    }
                }
                $scores[$draw] = self::STEEP * $score;
                $mean += $scores[$draw] * $explains / $sum;
            }
            // against their mean, each as far as the draw is to be believed
            foreach ($thoughts as $draw => [, $explains]) {
                $scores[$draw] = ($scores[$draw] - $mean) * sqrt($explains / $sum);
            }
            $differ[$i] = $scores;
        }
        $named = [];
        while (\count($named) < $most) {
            $one = null;
            $variance = 1e-9;
            foreach ($differ as $i => $scores) {
                $of = self::product($scores, $scores);
                if ($of > $variance) {
                    [$one, $variance] = [$i, $of];
                }
            }
            if (null === $one) {
                break;
            }
            $named[] = $one;
            $told = $differ[$one];
            unset($differ[$one]);
            // what their verdict will tell of the others, a slip allowed for
            foreach ($differ as $i => $scores) {
                $shared = self::product($scores, $told) / ($variance + self::UNSURE);
                foreach ($scores as $draw => $score) {
                    $differ[$i][$draw] = $score - $shared * $told[$draw];
                }
            }
        }

        return $named;
    }

    /**
     * @param array<int, float> $a
     * @param array<int, float> $b of the same length
     */
    private static function product(array $a, array $b): float
    {
        $sum = 0.0;
        foreach ($a as $i => $x) {
            $sum += $x * $b[$i];
        }

        return $sum;
    }

    /**
     * Weights one recruiter may have, and how far each explains the verdicts; what counts for nothing was meant to, and is not among them.
     *
     * @param list<array{values: list<float|null>, kept: bool}> $verdicts
     *
     * @return list<array{array<int, float>, float}>
     */
    private static function thoughts(Weights $prior, array $verdicts, int $draws): array
    {
        $first = self::counting($prior);
        $kept = \count(array_filter($verdicts, static fn (array $v): bool => $v['kept']));
        $means = Fit::means(array_column($verdicts, 'values'), \count($prior->shares));
        $rows = array_map(static fn (array $v): array => array_map(static fn (?float $value, float $mean): float => null === $value ? 0.0 : $value - $mean, $v['values'], $means), $verdicts);
        $judged = array_column($verdicts, 'kept');
        $base = log(($kept + .5) / (\count($verdicts) - $kept + .5));
        $steps = array_combine(array_keys($first), self::steps(\count($first)));
        $thoughts = [];
        for ($draw = 0; $draw < $draws; ++$draw) {
            $shares = self::draw($first, $steps, $draw);
            $explains = 1.0;
            foreach ($rows as $i => $row) {
                $sum = $base;
                foreach ($shares as $p => $share) {
                    $sum += self::STEEP * $share * $row[$p];
                }
                $chance = self::SLIP + (1 - 2 * self::SLIP) / (1 + exp(-$sum));
                $explains *= $judged[$i] ? $chance : 1 - $chance;
            }
            $thoughts[] = [$shares, $explains];
        }

        return $thoughts;
    }

    /** @return array<int, float> shares of what counts at all */
    private static function counting(Weights $prior): array
    {
        return array_filter($prior->shares, static fn (float $s): bool => $s > 0);
    }

    /**
     * @param array<int, float> $first
     * @param array<int, float> $steps
     *
     * @return array<int, float> shares one recruiter may have
     */
    private static function draw(array $first, array $steps, int $draw): array
    {
        $cares = [];
        foreach ($first as $p => $share) {
            $even = fmod(($draw + 1) * $steps[$p], 1.0);
            $cares[$p] = $share * log(max(1e-9, $even)) ** 2;
        }
        $sum = max(1e-12, array_sum($cares));

        return array_map(static fn (float $c): float => $c / $sum, $cares);
    }

    /** @return list<float> roots of the first primes */
    private static function steps(int $n): array
    {
        $primes = [];
        for ($p = 2; \count($primes) < $n; ++$p) {
            $divided = false;
            foreach ($primes as $q) {
                $divided = $divided || 0 === $p % $q;
            }
            if (!$divided) {
                $primes[] = $p;
            }
        }

        return array_map(static fn (int $p): float => sqrt($p), $primes);
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
