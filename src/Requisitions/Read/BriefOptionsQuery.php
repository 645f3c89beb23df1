<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Form\Choice;
use Jorvent\Requisitions\Brief\Brief;

/** Reads what the choices of a brief offer: once for a page, to show them and to check what comes back. */
final readonly class BriefOptionsQuery
{
    public function __construct(private Db $db, private ReachQuery $reach, private StaffQuery $staff)
    {
    }

    public function of(Brief $brief, int $account): BriefOptions
    {
        $keep = array_values(array_filter([$brief->place->unit, $brief->place->costCentre], is_int(...)));
        $team = $brief->team;
        $sites = $this->sites();

        return new BriefOptions(
            $this->reach->choices($account, Permission::OpenRequisition, $keep),
            $sites,
            $this->staff->parts([$team->requester, $team->manager, $team->recruiter, $team->partner ?? 0]),
            $this->families(),
            $this->titles($brief->job->internalTitle),
            self::countries($sites, $brief->place->country),
            $team->recruiter,
        );
    }

    /** @return list<SiteOption> */
    public function sites(): array
    {
        return array_map(static fn (Record $r): SiteOption => new SiteOption(
            $r->int('id'),
            $r->str('name'),
            $r->str('country'),
            $r->str('currency'),
            $r->strOrNull('companies') ?? '',
        ), $this->db->rows(
            "SELECT s.id, s.name, s.country, s.currency, (
                SELECT string_agg(DISTINCT split_part(u.path, '.', 1), ' ') FROM unit_place u
                WHERE u.site_id = s.id AND u.in_force AND NOT u.retired
             ) AS companies FROM site_place s ORDER BY s.id",
        ));
    }

    /** @return list<Choice> */
    private function families(): array
    {
        return array_map(
            static fn (Record $r): Choice => new Choice($r->int('id'), $r->str('name')),
            $this->db->rows('SELECT id, name FROM family_name ORDER BY name'),
        );
    }

    /** @return list<string> with the one that stands, even when it is offered no more */
    private function titles(?string $standing): array
    {
        $titles = array_map(static fn (Record $r): string => $r->str('title'), $this->db->rows(
            "SELECT DISTINCT title || ' ' || level AS title FROM profile_now WHERE retired_at IS NULL ORDER BY 1",
        ));

        return null === $standing || \in_array($standing, $titles, true) ? $titles : [...$titles, $standing];
    }

    /**
     * @param list<SiteOption> $sites
     *
     * @return array<string, string>
     */
    private static function countries(array $sites, ?string $standing): array
    {
        $codes = array_map(static fn (SiteOption $site): string => $site->country, $sites);
        if (null !== $standing) {
            $codes[] = $standing;
        }
        $names = [];
        foreach (array_unique($codes) as $code) {
            $names[$code] = (string) \Locale::getDisplayRegion('und_'.$code, 'en');
        }

        return $names;
    }
}
