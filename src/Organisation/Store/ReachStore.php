<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Store;

use Jorvent\Platform\Database\Db;

/**
 * Writes reach_list and reach_stamp, which are derived: for each person and role the units below those that were given.
 * With 5,000 people and 2,000 units these are millions of rows, drawn by one statement.
 */
final readonly class ReachStore
{
    /** One who draws at a time: two would write the same rows. */
    private const LOCK = 72208;

    public function __construct(private Db $db)
    {
    }

    /** @param int|null $account null for everyone */
    public function draw(?int $account, \DateTimeImmutable $now): void
    {
        $this->db->execute('SELECT pg_advisory_xact_lock('.self::LOCK.')');
        $of = ['a' => $account];
        $this->db->execute('DELETE FROM reach_list WHERE CAST(:a AS int) IS NULL OR account_id = :a', $of);
        $this->db->execute(
            'INSERT INTO reach_list (account_id, role, unit_id)
             SELECT DISTINCT g.account_id, g.role, u.id FROM given_role g JOIN org_unit r ON r.id = g.unit_id
             JOIN org_unit u ON starts_with(u.path, r.path)
             WHERE u.in_force AND (CAST(:a AS int) IS NULL OR g.account_id = :a)',
            $of,
        );
        $this->db->execute(
            "INSERT INTO reach_stamp (account_id, structure_id, drawn_at)
             SELECT a.id, s.id, :now FROM staff_name a, org_structure s
             WHERE s.state = 'in_force' AND (a.id = :a OR CAST(:a AS int) IS NULL
                AND EXISTS (SELECT 1 FROM given_role g WHERE g.account_id = a.id))
             ON CONFLICT (account_id) DO UPDATE
                SET structure_id = EXCLUDED.structure_id, drawn_at = EXCLUDED.drawn_at",
            $of + ['now' => $now],
        );
    }
}
