<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Policy;
use Jorvent\Accounts\Access\Role;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/**
 * The stored lists of what each person may use of the organisation, for choices. What a person may see is never decided
 * by them: Access asks the roles themselves.
 */
final readonly class ReachQuery
{
    private const MOST_LATE = 20;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    public function stamp(int $account): ?ReachStamp
    {
        $row = $this->db->row(
            "SELECT t.drawn_at, s.name, n.name AS in_force, n.in_force_at, s.state <> 'in_force' AS late
             FROM reach_stamp t JOIN org_structure s ON s.id = t.structure_id
             JOIN org_structure n ON n.state = 'in_force' WHERE t.account_id = :a",
            ['a' => $account],
        );

        return null === $row ? null : new ReachStamp(
            $row->instant('drawn_at'),
            $row->str('name'),
            $row->str('in_force'),
            $row->instant('in_force_at'),
            $row->bool('late'),
        );
    }

    /** @return list<LateList> by name */
    public function late(): array
    {
        return array_map(
            static fn (Record $r): LateList => new LateList($r->str('name'), $r->instant('drawn_at'), $r->str('structure')),
            $this->db->rows(
                "SELECT a.name, t.drawn_at, s.name AS structure FROM reach_stamp t
                 JOIN org_structure s ON s.id = t.structure_id JOIN staff_name a ON a.id = t.account_id
                 WHERE s.state <> 'in_force' AND a.active ORDER BY a.name LIMIT ".self::MOST_LATE,
            ),
        );
    }

    /** @return list<int> units that the stored list holds for a permission */
    public function listed(int $account, Permission $permission): array
    {
        return $this->units('reach_list', $account, $permission);
    }

    /** @return list<int> units that have been given with all below them, as of now */
    public function roots(int $account, Permission $permission): array
    {
        return $this->units('given_role', $account, $permission);
    }

    /**
     * What a choice offers someone: in force, valid today, with a code that works, and on the person's list.
     *
     * @param list<int> $keep units offered all the same, for they stand in what is being edited
     *
     * @return list<UnitChoice> by path
     */
    public function choices(int $account, Permission $permission, array $keep = []): array
    {
        return array_map(self::choice(...), $this->db->rows(
            "SELECT u.id, u.path, u.code, u.name, u.kind, c.id AS company, c.name AS company_name,
                cardinality(string_to_array(rtrim(u.path, '.'), '.')) - 1 AS depth
             FROM org_unit u JOIN org_unit c ON c.id = CAST(split_part(u.path, '.', 1) AS int)
             WHERE u.id IN (:keep) OR (
                u.in_force AND u.code_clean
                AND EXISTS (
                    SELECT 1 FROM reach_list l WHERE l.account_id = :a AND l.role IN (:roles) AND l.unit_id = u.id
                )
                AND NOT EXISTS (
                    SELECT 1 FROM org_unit up WHERE starts_with(u.path, up.path)
                        AND (up.retired OR up.valid_from > :today OR up.valid_to < :today)
                )
             ) ORDER BY u.path",
            [
                'a' => $account,
                'roles' => self::roles($permission),
                'keep' => [] === $keep ? [0] : $keep,
                'today' => $this->clock->now()->format('Y-m-d'),
            ],
        ));
    }

    private static function choice(Record $r): UnitChoice
    {
        return new UnitChoice(
            $r->int('id'),
            $r->str('path'),
            $r->str('code'),
            $r->str('name'),
            UnitKind::from($r->str('kind')),
            $r->int('company'),
            $r->str('company_name'),
            $r->int('depth'),
        );
    }

    /**
     * @param 'reach_list'|'given_role' $table
     *
     * @return list<int>
     */
    private function units(string $table, int $account, Permission $permission): array
    {
        $rows = $this->db->rows(
            "SELECT DISTINCT unit_id FROM $table WHERE account_id = :a AND role IN (:roles)",
            ['a' => $account, 'roles' => self::roles($permission)],
        );

        return array_map(static fn (Record $r): int => $r->int('unit_id'), $rows);
    }

    /** @return list<string> */
    private static function roles(Permission $permission): array
    {
        return array_map(static fn (Role $r): string => $r->value, Policy::roles($permission));
    }
}
