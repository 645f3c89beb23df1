<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Organisation\Entity\Place;
use Jorvent\Organisation\SiteFacts;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

final readonly class SiteQuery
{
    public function __construct(private Db $db)
    {
    }

    /** @return list<SiteRow> by name */
    public function all(): array
    {
        return array_map(static fn (Record $r): SiteRow => new SiteRow(
            $r->int('id'),
            self::factsOf($r),
            $r->int('version'),
            $r->strOrNull('units') ?? '',
        ), $this->db->rows(
            "SELECT s.*, (
                SELECT string_agg(u.code, ', ' ORDER BY u.code) FROM org_unit u WHERE u.site_id = s.id AND u.in_force
             ) AS units
             FROM site s ORDER BY s.name",
        ));
    }

    public function facts(int $id): ?SiteFacts
    {
        $row = $this->db->row('SELECT * FROM site WHERE id = :id', ['id' => $id]);

        return null === $row ? null : self::factsOf($row);
    }

    /** @return array<int, string> names by id, by name */
    public function names(): array
    {
        $names = [];
        foreach ($this->all() as $site) {
            $names[$site->id] = $site->facts->name;
        }

        return $names;
    }

    private static function factsOf(Record $r): SiteFacts
    {
        $place = new Place(
            $r->str('city'),
            $r->str('country'),
            $r->str('region'),
            $r->str('postcode'),
            $r->floatOrNull('latitude') ?? 0.0,
            $r->floatOrNull('longitude') ?? 0.0,
        );

        return new SiteFacts($r->str('name'), $place, $r->str('zone'), $r->str('currency'));
    }

    /** How often a unit of any version stands for it. */
    public function unitsAt(int $site): int
    {
        return $this->db->int(
            'SELECT (SELECT count(*) FROM org_unit WHERE site_id = :id) + (SELECT count(*) FROM org_node WHERE site_id = :id)',
            ['id' => $site],
        );
    }
}
