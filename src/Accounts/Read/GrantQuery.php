<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Read;

use Jorvent\Accounts\Access\GrantedRole;
use Jorvent\Accounts\Access\Role;
use Jorvent\Platform\Database\Db;

/** What someone was given, as each request asks it. */
final readonly class GrantQuery
{
    public function __construct(private Db $db)
    {
    }

    /** @return list<GrantedRole> */
    public function of(int $account): array
    {
        return array_map(
            static fn ($row): GrantedRole => new GrantedRole(Role::from($row->str('role')), $row->str('path')),
            $this->db->planned(
                'SELECT g.role, u.path FROM account_grant g JOIN unit_place u ON u.id = g.unit_id
                 WHERE g.account_id = :id',
                ['id' => $account],
            ),
        );
    }

    /** @return list<string> paths of the companies that are in force, the oldest first */
    public function companies(): array
    {
        return array_map(
            static fn ($row): string => $row->str('path'),
            $this->db->planned('SELECT path FROM unit_place WHERE parent_id IS NULL AND in_force ORDER BY id'),
        );
    }

    /** How many are admins of all of so many companies. */
    public function adminsOfAll(int $companies): int
    {
        return $this->db->int(
            "SELECT count(*) FROM (
                SELECT g.account_id FROM account_grant g JOIN account a ON a.id = g.account_id AND a.active
                JOIN unit_place u ON u.id = g.unit_id AND u.parent_id IS NULL AND u.in_force
                WHERE g.role = 'admin' GROUP BY g.account_id HAVING count(DISTINCT u.id) = :companies
            ) x",
            ['companies' => $companies],
        );
    }

    /** Whether someone decides by a role of their own, or in another's place. */
    public function decides(int $account): bool
    {
        return 0 !== $this->db->int(
            "SELECT (SELECT count(*) FROM account_grant WHERE account_id = :a AND role IN ('admin', 'approver'))
                + (SELECT count(*) FROM delegation WHERE to_id = :a AND ended_at IS NULL)",
            ['a' => $account],
        );
    }
}
