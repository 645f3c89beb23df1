<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

/** People compared for one brief, the best first; of equals the one with the lower number. */
final readonly class Ranking
{
    /**
     * @param list<int>          $ids   best first
     * @param array<int, string> $facts by id
     * @param list<float>        $means of what is known of them, by part
     */
    private function __construct(public Measure $measure, public Weights $weights, public array $ids, private array $facts, public array $means)
    {
    }

    /** @param array<int, string> $facts Facts by id */
    public static function of(Measure $measure, Weights $weights, array $facts): self
    {
        $values = array_map($measure->values(...), $facts);
        $means = Fit::means($values, \count($measure->parts));
        $sums = [];
        foreach ($values as $id => $row) {
            $sum = 0.0;
            $told = false;
            foreach ($row as $i => $value) {
                $sum += $weights->shares[$i] * ($value ?? $means[$i]);
                $told = $told || null !== $value;
            }
            $sums[$id] = $told ? round($sum, 9) : -1.0;
        }
        ksort($sums);
        arsort($sums);

        return new self($measure, $weights, array_keys($sums), $facts, $means);
    }

    public function fit(int $id): Fit
    {
        return Fit::of($this->measure, $this->weights, $this->facts[$id], $this->means);
    }
}
