<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Reporting\Uncertainty;

/** What a group of adverts brought, from the visit to the hire, and what it cost. */
final readonly class AnalysisLine
{
    /**
     * @param array<string, float> $counts by step, all of Analysis::STEPS
     * @param float|null           $cost   in euro; null when nothing is known of it
     */
    public function __construct(
        public string $key,
        public string $label,
        public int $adverts,
        public array $counts,
        public ?float $cost,
    ) {
    }

    /** What one who came that far cost, in euro; null when it cost nothing or nobody did. */
    public function per(string $step): ?float
    {
        $count = $this->counts[$step];

        return $this->isPaid() && $count > 0 ? (float) $this->cost / $count : null;
    }

    /**
     * What a qualified applicant cost, in euro, with its range.
     *
     * @return array{per: float|null, low: float, high: float|null}|null
     */
    public function perQualified(): ?array
    {
        return $this->isPaid() ? Uncertainty::costPer((float) $this->cost, $this->whole('qualified')) : null;
    }

    /** @return array{float, float} between which shares of visits end with an application */
    public function finishing(): array
    {
        $visits = $this->whole('visits');

        return Uncertainty::share(min($this->whole('finished'), $visits), $visits);
    }

    /** @return array{float, float} between which shares of applications are qualified */
    public function quality(): array
    {
        return Uncertainty::share($this->whole('qualified'), $this->whole('finished'));
    }

    /** Too few to say much. */
    public function isSmall(): bool
    {
        return $this->whole('qualified') < Uncertainty::SMALL;
    }

    private function isPaid(): bool
    {
        return null !== $this->cost && $this->cost > 0;
    }

    private function whole(string $step): int
    {
        return (int) round($this->counts[$step]);
    }
}
