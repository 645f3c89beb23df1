<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Read\FoundOpenings;
use Jorvent\Careers\Read\Narrowed;

/** The list of openings with what narrows it; on a wide screen it stands beside an opening too. */
final readonly class OpeningsPane
{
    /**
     * @param list<int>             $saved     numbers of the openings that the reader saved
     * @param bool                  $isSaved   whether only those are listed
     * @param bool                  $hasGuide  whether the guide is offered
     * @param string                $chart     an SVG of the places, or nothing
     * @param array<string, string> $carried   what the address carries of how someone came, for the next page
     */
    public function __construct(
        public FoundOpenings $found,
        public Narrowed $by,
        public int $page,
        public array $saved,
        public bool $isSaved,
        public bool $hasGuide,
        public string $chart,
        public array $carried,
    ) {
    }

    /** Whether something narrows the list. */
    public function isNarrowed(): bool
    {
        return $this->isSaved || [] !== $this->by->values;
    }

    /** @return array<string, string> what narrows it, but for one facet */
    public function without(string $facet): array
    {
        return array_diff_key($this->by->values, [$facet => true]);
    }

    public function hasSaved(int $number): bool
    {
        return \in_array($number, $this->saved, true);
    }
}
