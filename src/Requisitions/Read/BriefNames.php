<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Brief\Brief;

/** The names of what briefs tell by numbers: units, sites, people, families of roles. */
final readonly class BriefNames
{
    /** The view that tells what a field points at. */
    public const TABLES = [
        'unit' => 'unit_place', 'costCentre' => 'unit_place', 'site' => 'site_place', 'family' => 'family_name',
        'requester' => 'staff_name', 'manager' => 'staff_name', 'recruiter' => 'staff_name', 'partner' => 'staff_name',
    ];

    public function __construct(private Db $db)
    {
    }

    /** @return array<string, array<int, string>> by view and number */
    public function of(?Brief ...$briefs): array
    {
        $ids = [];
        foreach (array_filter($briefs) as $brief) {
            foreach (array_intersect_key($brief->toArray(), self::TABLES) as $field => $id) {
                if (\is_int($id)) {
                    $ids[self::TABLES[$field]][$id] = $id;
                }
            }
        }
        if ([] === $ids) {
            return [];
        }
        $parts = array_map(
            static fn (string $table): string => "SELECT '$table' AS kind, id, name FROM $table WHERE id IN (:$table)",
            array_keys($ids),
        );
        $names = [];
        foreach ($this->db->rows(implode(' UNION ALL ', $parts), array_map(array_values(...), $ids)) as $row) {
            $names[$row->str('kind')][$row->int('id')] = $row->str('name');
        }

        return $names;
    }
}
