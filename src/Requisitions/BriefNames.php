<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Platform\Database\Db;

/** The names of what briefs tell by numbers: units, sites, people, families of roles. */
final readonly class BriefNames
{
    /** The table that a field points into. */
    public const TABLES = [
        'unit' => 'org_unit', 'costCentre' => 'org_unit', 'site' => 'site', 'family' => 'job_family',
        'requester' => 'account', 'manager' => 'account', 'recruiter' => 'account', 'partner' => 'account',
    ];

    public function __construct(private Db $db)
    {
    }

    /** @return array<string, array<int, string>> by table and number */
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
        $names = [];
        foreach ($ids as $table => $of) {
            $rows = $this->db->rows("SELECT id, name FROM $table WHERE id IN (:ids)", ['ids' => array_values($of)]);
            foreach ($rows as $row) {
                $names[$table][$row->int('id')] = $row->str('name');
            }
        }

        return $names;
    }
}
