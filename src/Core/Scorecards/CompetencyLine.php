<?php

declare(strict_types=1);

namespace Jorvent\Core\Scorecards;

/** One competency across interviewers. $mean in hundredths; null without ratings. */
final readonly class CompetencyLine
{
    /** Ratings this far apart are worth a talk before anyone ranks. */
    public const DIFFER = 3;

    /** @param list<Rating> $ratings */
    public function __construct(public string $competency, public array $ratings)
    {
    }

    public function mean(): ?int
    {
        $n = \count($this->ratings);

        return 0 === $n ? null : intdiv(200 * array_sum(array_map(static fn (Rating $r): int => $r->value, $this->ratings)) + $n, 2 * $n);
    }

    public function spread(): int
    {
        $values = array_map(static fn (Rating $r): int => $r->value, $this->ratings);

        return [] === $values ? 0 : max($values) - min($values);
    }

    public function differs(): bool
    {
        return $this->spread() >= self::DIFFER;
    }
}
