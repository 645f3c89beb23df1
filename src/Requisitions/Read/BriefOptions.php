<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Accounts\Read\PartChoice;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Organisation\Read\UnitChoice;
use Jorvent\Platform\Web\Form\Choice;

/** What the choices of a brief offer to one person, what stands in it included. */
final readonly class BriefOptions
{
    /**
     * @param list<UnitChoice>   $reached   units of all kinds, parents before children
     * @param list<SiteOption>   $sites
     * @param list<PartChoice>   $people    who can play a part, by name
     * @param list<Choice>       $families  by name
     * @param list<string>       $titles    the controlled list of titles inside the house
     * @param array<string, string> $countries names by their code in ISO 3166-1
     */
    public function __construct(
        private array $reached,
        public array $sites,
        public array $people,
        public array $families,
        public array $titles,
        public array $countries,
        /** who recruits for it now */
        private int $recruiter,
    ) {
    }

    /** @return list<UnitChoice> companies, divisions, departments and teams */
    public function units(): array
    {
        return array_values(array_filter($this->reached, static fn (UnitChoice $u): bool => $u->kind->hires()));
    }

    /** @return list<UnitChoice> */
    public function divisions(): array
    {
        return array_values(array_filter($this->units(), static fn (UnitChoice $u): bool => UnitKind::Division === $u->kind));
    }

    /** @return list<UnitChoice> */
    public function costCentres(): array
    {
        return array_values(array_filter($this->reached, static fn (UnitChoice $u): bool => UnitKind::CostCentre === $u->kind));
    }

    /** @return array<int, string> companies that have any of the units, whether or not the company itself is reached */
    public function companies(): array
    {
        $companies = [];
        foreach ($this->units() as $unit) {
            $companies[$unit->company] = $unit->companyName;
        }

        return $companies;
    }

    /** @return list<PartChoice> */
    public function recruiters(): array
    {
        return array_values(array_filter(
            $this->people,
            fn (PartChoice $p): bool => $p->recruits || $p->id === $this->recruiter,
        ));
    }

    /** What a site pays in. */
    public function currency(int $site): ?string
    {
        foreach ($this->sites as $one) {
            if ($site === $one->id) {
                return $one->currency;
            }
        }

        return null;
    }

    /**
     * @template T of UnitChoice|SiteOption|PartChoice|Choice
     *
     * @param list<T> $among
     *
     * @return T|null
     */
    public static function find(array $among, ?int $id): UnitChoice|SiteOption|PartChoice|Choice|null
    {
        foreach ($among as $one) {
            if ($id === $one->id) {
                return $one;
            }
        }

        return null;
    }
}
