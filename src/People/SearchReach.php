<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Mask;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Entity\Account;
use Jorvent\People\Store\Bits;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * Whom someone who searches may see at all. Recruiters: everyone, but not colleagues who applied and not those whose interest is confidential, unless in a pipeline one may read. All others: only people brought to them, that is in
 * pipelines they may read. What is counted, listed, distributed and told as new is within it.
 */
final readonly class SearchReach implements Mask
{
    public function __construct(private Db $db, private Access $access, private ClockInterface $clock)
    {
    }

    /** @return \GMP|null those who may be seen; null for everyone. It may have no end: taken together with people it has */
    public function of(Account $account): ?\GMP
    {
        if (!$this->access->has($account, Role::Recruiter) && 0 === $this->db->int('SELECT count(*) FROM requisition_head WHERE recruiter_id = :id', ['id' => $account->id])) {
            [$visible, $parameters] = $this->access->visible($account, Permission::ReadPipeline);

            return Bits::of($this->ids("SELECT DISTINCT p.candidate_id AS id FROM application p JOIN requisition_head r ON r.id = p.requisition_id JOIN unit_place u ON u.id = r.unit_id WHERE $visible", $parameters));
        }
        $hidden = $this->hidden($account);

        return [] === $hidden ? null : gmp_com(Bits::of($hidden));
    }

    /** Whether someone in particular may be seen. */
    public function sees(Account $account, int $candidate): bool
    {
        $reach = $this->of($account);

        return null === $reach || gmp_testbit($reach, $candidate);
    }

    public function hides(Account $account, int $candidate): bool
    {
        return [] !== $this->hidden($account, [$candidate]);
    }

    /**
     * Colleagues who applied and people whose interest is confidential, whom a role alone does not open.
     *
     * @param list<int>|null $only whom of these; null for all
     *
     * @return list<int>
     */
    public function hidden(Account $account, ?array $only = null): array
    {
        [$visible, $parameters] = $this->access->visible($account, Permission::ReadPipeline);

        return $this->ids(
            "SELECT c.id FROM (SELECT id FROM candidate WHERE confidential UNION SELECT x.id FROM candidate x JOIN colleague g ON g.number = x.colleague JOIN application a ON a.candidate_id = x.id WHERE x.colleague IS NOT NULL AND a.state = 'active' AND (g.until IS NULL OR g.until >= :day)) c
             WHERE NOT EXISTS (SELECT 1 FROM application p JOIN requisition_head r ON r.id = p.requisition_id JOIN unit_place u ON u.id = r.unit_id WHERE p.candidate_id = c.id AND $visible)".(null === $only ? '' : ' AND c.id = ANY (CAST(:only AS int[]))'),
            $parameters + ['day' => $this->clock->now()->format('Y-m-d')] + (null === $only ? [] : ['only' => '{'.implode(',', $only).'}']),
        );
    }

    /**
     * @param array<string, int|string|bool|null> $parameters
     *
     * @return list<int>
     */
    private function ids(string $sql, array $parameters): array
    {
        return array_map(static fn ($row): int => $row->int('id'), $this->db->planned($sql, $parameters));
    }
}
