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
}
