<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Policy;
use Jorvent\Organisation\Message\DrawReach;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Psr\Clock\ClockInterface;

/**
 * The stored form of what each person may use of the organisation, for pickers. Drawn by the worker and stamped with the version it was drawn from,
 * so it can be late, and says so. What a person may see is never decided by it: Access asks the roles themselves.
 */
final readonly class ReachList
{
    public function __construct(private Db $db, private ClockInterface $clock, private Deliveries $deliveries)
    {
    }

    public function drawAllLater(string $because): void
    {
        $this->deliveries->add(new DrawReach(null), 'reach-'.$because, new About('reach', 0));
    }

    public function drawLater(int $account): void
    {
        $key = 'reach-account-'.$account.'-'.$this->db->int("SELECT nextval('org_unit_id')");
        $this->deliveries->add(new DrawReach($account), $key, new About('reach', $account));
    }

    /** @param int|null $account null for everyone */
    public function draw(?int $account): void
    {
        $this->db->transaction(function () use ($account): void {
            $this->db->execute('SELECT pg_advisory_xact_lock(72208)');
            $of = ['a' => $account];
            $this->db->execute('DELETE FROM reach_list WHERE :a::int IS NULL OR account_id = :a', $of);
            $this->db->execute('INSERT INTO reach_list (account_id, role, unit_id) SELECT DISTINCT g.account_id, g.role, u.id FROM account_grant g JOIN org_unit r ON r.id = g.unit_id JOIN org_unit u ON starts_with(u.path, r.path) WHERE u.in_force AND (:a::int IS NULL OR g.account_id = :a)', $of);
            $this->db->execute("INSERT INTO reach_stamp (account_id, structure_id, drawn_at) SELECT a.id, s.id, :now FROM account a, org_structure s WHERE s.state = 'in_force' AND (CAST(:a AS int) IS NOT NULL AND a.id = :a OR CAST(:a AS int) IS NULL AND EXISTS (SELECT 1 FROM account_grant g WHERE g.account_id = a.id))
                ON CONFLICT (account_id) DO UPDATE SET structure_id = EXCLUDED.structure_id, drawn_at = EXCLUDED.drawn_at", $of + ['now' => $this->clock->now()]);
        });
    }

    /** @return Record|null when and from which version the list was drawn; late when another version has come into force since */
    public function stamp(int $account): ?Record
    {
        return $this->db->row("SELECT t.drawn_at, s.name, s.id, n.in_force_at, n.name AS in_force_name, s.state <> 'in_force' AS late FROM reach_stamp t JOIN org_structure s ON s.id = t.structure_id JOIN org_structure n ON n.state = 'in_force' WHERE t.account_id = :a", ['a' => $account]);
    }

    /** @return list<Record> whose lists are late */
    public function late(): array
    {
        return $this->db->rows("SELECT a.id, a.name, t.drawn_at, s.name AS structure FROM reach_stamp t JOIN org_structure s ON s.id = t.structure_id JOIN account a ON a.id = t.account_id WHERE s.state <> 'in_force' AND a.active ORDER BY a.name LIMIT 20");
    }

    /** @return list<int> ids the stored list holds for a permission */
    public function listed(int $account, Permission $permission): array
    {
        return array_map(static fn (Record $r): int => $r->int('unit_id'), $this->db->rows('SELECT DISTINCT unit_id FROM reach_list WHERE account_id = :a AND role IN (:roles)', ['a' => $account, 'roles' => self::roles($permission)]));
    }

    /** @return list<int> ids of the units whose subtrees have been given, as of now */
    public function roots(int $account, Permission $permission): array
    {
        return array_map(static fn (Record $r): int => $r->int('unit_id'), $this->db->rows('SELECT DISTINCT unit_id FROM account_grant WHERE account_id = :a AND role IN (:roles)', ['a' => $account, 'roles' => self::roles($permission)]));
    }

    /**
     * What a picker offers someone: in force, valid today, with a code that works, and on the person's list.
     *
     * @param list<int> $keep units shown all the same, for they stand in what is being edited
     *
     * @return list<Record> by path: id, parent_id, path, code, name, kind, company, headcount, headcount_plan, site_id, company_name, depth
     */
    public function choices(int $account, Permission $permission, array $keep = []): array
    {
        return $this->db->rows(
            "SELECT u.id, u.parent_id, u.path, u.code, u.name, u.kind, u.headcount, u.headcount_plan, u.site_id, CAST(split_part(u.path, '.', 1) AS int) AS company, (SELECT c.name FROM org_unit c WHERE c.id = CAST(split_part(u.path, '.', 1) AS int)) AS company_name, cardinality(string_to_array(rtrim(u.path, '.'), '.')) - 1 AS depth FROM org_unit u
             WHERE u.id IN (:keep) OR (u.in_force AND u.code_clean AND EXISTS (SELECT 1 FROM reach_list l WHERE l.account_id = :a AND l.role IN (:roles) AND l.unit_id = u.id)
                AND NOT EXISTS (SELECT 1 FROM org_unit up WHERE starts_with(u.path, up.path) AND (up.retired OR up.valid_from > :today OR up.valid_to < :today))) ORDER BY u.path",
            ['a' => $account, 'roles' => self::roles($permission), 'keep' => [] === $keep ? [0] : $keep, 'today' => $this->clock->now()->format('Y-m-d')],
        );
    }

    /** @return list<string> */
    private static function roles(Permission $permission): array
    {
        return array_map(static fn ($r): string => $r->value, Policy::roles($permission));
    }
}
