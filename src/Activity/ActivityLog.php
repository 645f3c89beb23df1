<?php

declare(strict_types=1);

namespace Jorvent\Activity;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Security\Member;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RequestStack;

/**
 * Who did what to what, and when: append-only, in ids, codes and figures. What is personal or free text (names before and after, reasons,
 * the address it came from) stands apart in personal_value, keyed by person, where an erasure can empty it while the row and the chain over
 * the rows stay as they are.
 */
final readonly class ActivityLog
{
    /** On a request during which something was written down. */
    public const WRITTEN = '_written_down';
    /** What people type stands apart even when a word of it looks like a code. */
    private const TYPED = ['name', 'reason', 'note', 'tag', 'tags', 'list', 'typed', 'employer', 'text', 'title', 'file'];
    /** A code, a currency, a day or a moment: what a row may hold as text. */
    private const CODE = '/^(?:[a-z0-9][a-z0-9_.:+\-]{0,59}|[A-Z]{2,3}|\d{4}-\d\d-\d\d(?:T[\d:.+Z\-]{5,30})?)$/D';

    public function __construct(private Db $db, private ClockInterface $clock, private Security $security, private RequestStack $requests)
    {
    }

    /**
     * @param array<string, mixed> $change   before and after, or what else belongs to it; free text in it is kept apart
     * @param array<string, mixed> $personal of the candidate
     */
    public function record(string $act, string $subjectKind, int $subjectId, ?int $requisitionId = null, ?int $candidateId = null, array $change = [], array $personal = [], ?int $onBehalfOf = null): void
    {
        $user = $this->security->getUser();
        $actor = $user instanceof Member ? $user->memberId() : null;
        $this->write($act, $subjectKind, $subjectId, $actor, $requisitionId, $candidateId, $change, $personal, $onBehalfOf);
    }

    /**
     * Of someone who is not signed in (yet, or any more), such as a sign-in.
     *
     * @param array<string, mixed> $change
     * @param array<string, mixed> $personal
     */
    public function recordFor(?int $account, string $act, string $subjectKind, int $subjectId, array $change = [], array $personal = []): void
    {
        $this->write($act, $subjectKind, $subjectId, $account, null, null, $change, $personal, null);
    }

    /**
     * @param array<string, mixed> $change
     * @param array<string, mixed> $personal
     */
    private function write(string $act, string $subjectKind, int $subjectId, ?int $actor, ?int $requisitionId, ?int $candidateId, array $change, array $personal, ?int $onBehalfOf): void
    {
        $request = $this->requests->getCurrentRequest();
        $request?->attributes->set(self::WRITTEN, true);
        $texts = array_filter($change, static fn (mixed $value, string $name): bool => \in_array($name, self::TYPED, true) || !self::isCode($value), \ARRAY_FILTER_USE_BOTH);
        $change = array_diff_key($change, $texts);
        $apart = $personal + array_filter(['address' => $request?->getClientIp(), 'texts' => [] === $texts ? null : $texts], static fn (mixed $v): bool => null !== $v);
        $this->db->insert('activity', [
            'at' => $this->clock->now(), 'actor_kind' => null !== $actor ? 'staff' : (null !== $request ? 'candidate' : 'system'), 'actor_id' => $actor, 'on_behalf_of_id' => $onBehalfOf,
            'act' => $act, 'subject_kind' => $subjectKind, 'subject_id' => $subjectId, 'requisition_id' => $requisitionId, 'candidate_id' => $candidateId,
            'change' => [] === $change ? new \stdClass() : $change,
            'personal_id' => [] === $apart ? null : $this->db->insert('personal_value', ['candidate_id' => $candidateId, 'account_id' => null === $candidateId ? $actor : null, 'content' => $apart]),
        ]);
    }

    private static function isCode(mixed $value): bool
    {
        if (\is_array($value)) {
            return [] === array_filter($value, static fn (mixed $v): bool => !self::isCode($v));
        }

        return !\is_string($value) || 1 === preg_match(self::CODE, $value);
    }
}
