<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Adverts\Read\PostingYield;

/** What all postings of a requisition brought and cost together. */
final readonly class PostingSums
{
    public int $visits;
    public int $applied;
    public int $qualified;
    /** in euro */
    public float $cost;

    /** @param list<PostingLine> $lines */
    public function __construct(array $lines)
    {
        $yields = array_map(static fn (PostingLine $line): PostingYield => $line->posting->yield, $lines);
        $this->visits = array_sum(array_map(static fn (PostingYield $y): int => $y->usage->visits, $yields));
        $this->applied = array_sum(array_map(static fn (PostingYield $y): int => $y->usage->applied, $yields));
        $this->qualified = array_sum(array_map(static fn (PostingYield $y): int => $y->qualified, $yields));
        $this->cost = array_sum(array_map(static fn (PostingLine $l): float => $l->cost?->euro() ?? 0.0, $lines));
    }

    /** What a qualified applicant cost; null when it cost nothing or there was none. */
    public function perQualified(): ?float
    {
        return $this->cost > 0 && $this->qualified > 0 ? $this->cost / $this->qualified : null;
    }
}
