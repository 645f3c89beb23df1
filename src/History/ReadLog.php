<?php

declare(strict_types=1);

namespace Jorvent\History;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** The log as someone may read it: of each entry what its kind and the reader's part allow. Newest first. */
final readonly class ReadLog
{
    public function __construct(private Db $db, private Access $access)
    {
    }

    /** @return list<Record> */
    public function ofRequisition(Subject $requisition, Account $reader, ?int $before = null, int $limit = 60): array
    {
        $families = [];
        foreach (Acts::permissions() as $permission) {
            if ($this->access->allows($reader, $permission, $requisition)) {
                $families = [...$families, ...Acts::families($permission)];
            }
        }

        return $this->read("a.requisition_id = :id AND split_part(a.act, '.', 1) IN (:families)", ['id' => $requisition->requisitionId, 'families' => $families], $before, $limit);
    }

    /**
     * With what happened to whom they were made one with. What belongs to no requisition is read by whoever may correct people's
     * records, but for what only admins read: who looked at them, and took a file.
     *
     * @param bool $corrects whether the reader may
     *
     * @return list<Record>
     */
    public function ofCandidate(int $candidate, Account $reader, bool $corrects, ?int $before = null, int $limit = 60): array
    {
        $conditions = [$corrects ? "(a.requisition_id IS NULL AND split_part(a.act, '.', 1) NOT IN (:of_admins))" : 'false'];
        $parameters = ['id' => $candidate] + ($corrects ? ['of_admins' => Acts::families(Permission::Administer)] : []);
        foreach ([Permission::ReadRequisition, Permission::ReadPipeline, Permission::ReadInterviews, Permission::ReadOffer] as $permission) {
            [$visible, $of] = $this->access->visible($reader, $permission);
            $families = 'of_'.$permission->value;
            $conditions[] = "(split_part(a.act, '.', 1) IN (:$families) AND a.requisition_id IN
                (SELECT r.id FROM requisition r JOIN unit_place u ON u.id = r.unit_id JOIN application x ON x.requisition_id = r.id AND x.candidate_id = :id WHERE $visible))";
            $parameters += $of + [$families => Acts::families($permission)];
        }
        $own = 'a.candidate_id IN (SELECT CAST(:id AS int) UNION SELECT id FROM candidate WHERE merged_into = :id)';

        return $this->read($own.' AND ('.implode(' OR ', $conditions).')', $parameters, $before, $limit);
    }

    /**
     * @param array<string, mixed> $parameters
     *
     * @return list<Record>
     */
    private function read(string $where, array $parameters, ?int $before, int $limit): array
    {
        // a recommendation is read where the scorecards stand side by side, once one's own is in
        return $this->db->rows(
            "SELECT a.id, a.at, a.actor_kind, ac.name AS actor, ob.name AS on_behalf_of, a.act, a.subject_kind, a.subject_id, (a.change || coalesce(pv.content -> 'texts', '{}')) - 'recommendation' AS change,
                c.name AS candidate, a.candidate_id, r.number
             FROM activity a LEFT JOIN account ac ON ac.id = a.actor_id LEFT JOIN account ob ON ob.id = a.on_behalf_of_id
                LEFT JOIN candidate c ON c.id = a.candidate_id LEFT JOIN requisition r ON r.id = a.requisition_id
                LEFT JOIN personal_value pv ON pv.id = a.personal_id
             WHERE $where AND (:before::bigint IS NULL OR a.id < :before) ORDER BY a.id DESC LIMIT $limit",
            [...$parameters, 'before' => $before],
        );
    }
}
