<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

final readonly class Analysed
{
    /**
     * @param list<AnalysisLine> $lines
     * @param int                $remembered of the applications, how many tell which adverts were followed
     */
    public function __construct(public array $lines, public int $remembered, public int $applications)
    {
    }

    /** In euro. */
    public function cost(): float
    {
        return array_sum(array_map(static fn (AnalysisLine $line): float => $line->cost ?? 0.0, $this->lines));
    }

    /** What a qualified applicant cost over all lines; null when it cost nothing or there was none. */
    public function perQualified(): ?float
    {
        $qualified = array_sum(array_map(
            static fn (AnalysisLine $line): float => $line->counts['qualified'], $this->lines,
        ));

        return $this->cost() > 0 && $qualified > 0 ? $this->cost() / $qualified : null;
    }

    /** The share of applications that tell which adverts were followed, in per cent. */
    public function rememberedShare(): int
    {
        return 0 === $this->applications ? 0 : (int) round(100 * $this->remembered / $this->applications);
    }
}
