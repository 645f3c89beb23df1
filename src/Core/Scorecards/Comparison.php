<?php

declare(strict_types=1);

namespace Jorvent\Core\Scorecards;

/** The scorecards of one candidate side by side. */
final readonly class Comparison
{
    /** @param list<CompetencyLine> $lines */
    private function __construct(public array $lines)
    {
    }

    /**
     * @param list<string> $competencies in the order of the brief
     * @param list<Rating> $ratings
     */
    public static function of(array $competencies, array $ratings): self
    {
        return new self(array_map(
            static fn (string $c): CompetencyLine => new CompetencyLine($c, array_values(array_filter($ratings, static fn (Rating $r): bool => $r->competency === $c))),
            $competencies,
        ));
    }

    /** The mean of the competencies' means in hundredths, each counting the same, so that one talkative rater does not count double. */
    public function total(): ?int
    {
        $means = array_values(array_filter(array_map(static fn (CompetencyLine $l): ?int => $l->mean(), $this->lines), static fn (?int $m): bool => null !== $m));
        $n = \count($means);

        return 0 === $n ? null : intdiv(2 * array_sum($means) + $n, 2 * $n);
    }

    /** How far one interviewer lies above (+) or below (−) the mean of the others on what both rated, in hundredths; null without common ground. */
    public function leniency(string $rater): ?int
    {
        $differences = [];
        foreach ($this->lines as $line) {
            $own = $others = [];
            foreach ($line->ratings as $rating) {
                $rating->rater === $rater ? $own[] = $rating->value : $others[] = $rating->value;
            }
            if ([] !== $own && [] !== $others) {
                $differences[] = 100 * array_sum($own) / \count($own) - 100 * array_sum($others) / \count($others);
            }
        }

        return [] === $differences ? null : (int) round(array_sum($differences) / \count($differences));
    }
}
