<?php

declare(strict_types=1);

namespace Jorvent\Activity;

use Jorvent\Activity\Store\LogStore;
use Jorvent\Platform\Security\Member;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RequestStack;

/**
 * Who did what to what, and when: append-only, in ids, codes and figures. What is personal or free text (names before
 * and after, reasons, the address it came from) stands apart, keyed by person, where an erasure can empty it while the
 * row and the chain over the rows stay as they are.
 */
final readonly class ActivityLog
{
    /** On a request during which something was written down. */
    public const WRITTEN = '_written_down';

    public function __construct(
        private LogStore $store,
        private ClockInterface $clock,
        private Security $security,
        private RequestStack $requests,
    ) {
    }

    /**
     * @param array<string, mixed> $change   before and after, or what else belongs to it; free text in it is kept apart
     * @param array<string, mixed> $personal of the candidate
     */
    public function record(
        string $act,
        string $subjectKind,
        int $subjectId,
        ?int $requisitionId = null,
        ?int $candidateId = null,
        array $change = [],
        array $personal = [],
        ?int $onBehalfOf = null,
    ): void {
        $user = $this->security->getUser();
        $actor = $this->actor($user instanceof Member ? $user->memberId() : null, $onBehalfOf);
        $about = new LogSubject($subjectKind, $subjectId, $requisitionId, $candidateId);
        $this->write($act, $actor, [$about], $change, $personal);
    }

    /**
     * Of someone who is not signed in (yet, or any more), such as a sign-in.
     *
     * @param array<string, mixed> $change
     * @param array<string, mixed> $personal
     */
    public function recordFor(
        ?int $account, string $act, string $subjectKind, int $subjectId, array $change = [], array $personal = [],
    ): void {
        $about = new LogSubject($subjectKind, $subjectId);
        $this->write($act, $this->actor($account, null), [$about], $change, $personal);
    }

    /**
     * The same of many at once.
     *
     * @param list<LogSubject>          $subjects
     * @param array<string, mixed> $change
     */
    public function recordEach(?int $account, string $act, array $subjects, array $change = []): void
    {
        $this->write($act, $this->actor($account, null), $subjects, $change, []);
    }

    private function actor(?int $account, ?int $onBehalfOf): Actor
    {
        $kind = match (true) {
            null !== $account => ActorKind::Staff,
            null !== $this->requests->getCurrentRequest() => ActorKind::Candidate,
            default => ActorKind::System,
        };

        return new Actor($kind, $account, $onBehalfOf);
    }

    /**
     * @param list<LogSubject>          $subjects
     * @param array<string, mixed> $change
     * @param array<string, mixed> $personal
     */
    private function write(string $act, Actor $actor, array $subjects, array $change, array $personal): void
    {
        $request = $this->requests->getCurrentRequest();
        $request?->attributes->set(self::WRITTEN, true);
        $address = $request?->getClientIp();
        $this->store->add(array_map(
            static fn (LogSubject $one): Entry => Entry::of($act, $actor, $one, $change, $personal, $address),
            $subjects,
        ), $this->clock->now());
    }
}
