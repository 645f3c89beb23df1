<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Organisation\Read\UnitChoice;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** What the pickers of a brief offer to one person: read once a request, used to show them and to check what comes back. */
final class BriefChoices
{
    /** @var list<UnitChoice>|null */
    private ?array $reached = null;
    /** @var list<Record>|null */
    private ?array $people = null;
    /** @var list<Record>|null */
    private ?array $sites = null;
    /** @var list<Record>|null */
    private ?array $families = null;
    /** @var list<string>|null */
    private ?array $titles = null;

    public function __construct(private readonly Db $db, private readonly ReachQuery $reach, private readonly int $account, private readonly Brief $brief)
    {
    }

    /** With all of it read, before a page is drawn. */
    public function loaded(): self
    {
        $this->units();
        $this->costCentres();
        $this->sites();
        $this->people();
        $this->families();
        $this->titles();

        return $this;
    }

    /** @return list<UnitChoice> companies, divisions, departments and teams, parents before children */
    public function units(): array
    {
        return array_values(array_filter($this->reached(), static fn (UnitChoice $u): bool => $u->kind->hires()));
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

    /** @return list<UnitChoice> */
    public function costCentres(): array
    {
        return array_values(array_filter($this->reached(), static fn (UnitChoice $u): bool => UnitKind::CostCentre === $u->kind));
    }

    /** @return list<Record> id, name, city, country, currency, companies that have it */
    public function sites(): array
    {
        return $this->sites ??= $this->db->rows(
            "SELECT s.id, s.name, s.city, s.country, s.currency, (SELECT string_agg(DISTINCT split_part(u.path, '.', 1), ' ') FROM unit_place u WHERE u.site_id = s.id AND u.in_force AND NOT u.retired) AS companies FROM site_place s ORDER BY s.id");
    }

    /** @return list<Record> who can play a part: id, name, recruits */
    public function people(): array
    {
        return $this->people ??= $this->db->rows("SELECT a.id, a.name, bool_or(g.role = 'recruiter') AS recruits FROM account a JOIN account_grant g ON g.account_id = a.id WHERE a.active AND g.role IN ('manager', 'recruiter', 'approver', 'admin') OR a.id IN (:keep) GROUP BY a.id, a.name ORDER BY a.name", ['keep' => [$this->brief->requester, $this->brief->manager, $this->brief->recruiter, $this->brief->partner ?? 0]]);
    }

    /** @return list<Record> */
    public function families(): array
    {
        return $this->families ??= $this->db->rows('SELECT id, name FROM family_name ORDER BY name');
    }

    /** @return list<string> the controlled list of titles inside the house */
    public function titles(): array
    {
        return $this->titles ??= array_map(static fn (Record $r): string => $r->str('t'), $this->db->rows("SELECT DISTINCT title || ' ' || level AS t FROM profile_now WHERE retired_at IS NULL ORDER BY 1"));
    }

    /** @return list<string> */
    public function categories(): array
    {
        return Advert::CATEGORIES;
    }

    /** @return array<string, string> ISO 3166 codes with their names */
    public function countries(): array
    {
        $codes = array_unique([...array_map(static fn (Record $s): string => $s->str('country'), $this->sites()), ...null === $this->brief->country ? [] : [$this->brief->country]]);

        return array_combine($codes, array_map(static fn (string $c): string => (string) \Locale::getDisplayRegion('und_'.$c, 'en'), $codes));
    }

    public function currency(int $site): ?string
    {
        foreach ($this->sites() as $row) {
            if ($row->int('id') === $site) {
                return $row->str('currency');
            }
        }

        return null;
    }

    public function offers(string $field, int $id): bool
    {
        $rows = match ($field) {
            'unit' => $this->units(), 'costCentre' => $this->costCentres(), 'site' => $this->sites(), 'family' => $this->families(),
            'recruiter' => array_filter($this->people(), static fn (Record $p): bool => $p->bool('recruits')), default => $this->people(),
        };

        return [] !== array_filter($rows, static fn ($r): bool => ($r instanceof UnitChoice ? $r->id : $r->int('id')) === $id);
    }

    /** @return list<UnitChoice> */
    private function reached(): array
    {
        return $this->reached ??= $this->reach->choices($this->account, Permission::OpenRequisition, array_values(array_filter([$this->brief->unit, $this->brief->costCentre], is_int(...))));
    }
}
