<?php

declare(strict_types=1);

namespace Jorvent\Activity;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RequestStack;

/**
 * Who did what to what, when and from where: append-only. People are named by id; what is personal (a name before and after) is held apart
 * in personal_value, keyed by person, so that an erasure can take it out while the row stays.
 */
final readonly class ActivityLog
{
    public function __construct(private Db $db, private ClockInterface $clock, private Security $security, private RequestStack $requests)
    {
    }

    /**
     * @param array<string, mixed> $change   before and after, or what else belongs to it; nothing personal
     * @param array<string, mixed> $personal of the candidate
     */
    public function record(string $act, string $subjectKind, int $subjectId, ?int $requisitionId = null, ?int $candidateId = null, array $change = [], array $personal = [], ?int $onBehalfOf = null): void
    {
        $user = $this->security->getUser();
        $request = $this->requests->getCurrentRequest();
        $this->db->insert('activity', [
            'at' => $this->clock->now(), 'actor_kind' => $user instanceof Account ? 'staff' : (null !== $request ? 'candidate' : 'system'), 'actor_id' => $user instanceof Account ? $user->id : null, 'on_behalf_of_id' => $onBehalfOf,
            'act' => $act, 'subject_kind' => $subjectKind, 'subject_id' => $subjectId, 'requisition_id' => $requisitionId, 'candidate_id' => $candidateId, 'change' => [] === $change ? new \stdClass() : $change,
            'personal_id' => [] === $personal ? null : $this->db->insert('personal_value', ['candidate_id' => $candidateId, 'content' => $personal]), 'address' => $request?->getClientIp(),
        ]);
    }

    /** @return list<\Jorvent\Platform\Database\Record> newest first */
    public function ofRequisition(int $requisitionId, ?int $before = null, int $limit = 60): array
    {
        return $this->read('a.requisition_id = :id', ['id' => $requisitionId], $before, $limit);
    }

    /** @return list<\Jorvent\Platform\Database\Record> newest first */
    public function ofCandidate(int $candidateId, ?int $before = null, int $limit = 60): array
    {
        // with what happened to whom they were made one with
        return $this->read('a.candidate_id IN (SELECT CAST(:id AS int) UNION SELECT id FROM candidate WHERE merged_into = :id)', ['id' => $candidateId], $before, $limit);
    }

    /**
     * @param array<string, mixed> $parameters
     *
     * @return list<\Jorvent\Platform\Database\Record>
     */
    private function read(string $where, array $parameters, ?int $before, int $limit): array
    {
        return $this->db->rows(
            "SELECT a.id, a.at, a.actor_kind, ac.name AS actor, ob.name AS on_behalf_of, a.act, a.subject_kind, a.subject_id, a.change, c.name AS candidate, a.candidate_id, r.number, host(a.address) AS address, pv.content AS personal
             FROM activity a LEFT JOIN account ac ON ac.id = a.actor_id LEFT JOIN account ob ON ob.id = a.on_behalf_of_id LEFT JOIN candidate c ON c.id = a.candidate_id LEFT JOIN requisition r ON r.id = a.requisition_id LEFT JOIN personal_value pv ON pv.id = a.personal_id
             WHERE $where AND (:before::bigint IS NULL OR a.id < :before) ORDER BY a.id DESC LIMIT $limit",
            [...$parameters, 'before' => $before],
        );
    }
}
