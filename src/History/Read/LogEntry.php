<?php

declare(strict_types=1);

namespace Jorvent\History\Read;

use Jorvent\Activity\ActorKind;

/** What happened, as the log is read. */
final readonly class LogEntry
{
    /** @param array<array-key, mixed> $change before and after, or what else belongs to it */
    public function __construct(
        public int $id,
        public \DateTimeImmutable $at,
        public ActorKind $actorKind,
        /** the name of who did it, of the staff */
        public ?string $actor,
        public ?string $onBehalfOf,
        public string $act,
        public ?LogPerson $candidate,
        public array $change,
    ) {
    }

    public function isByCandidate(): bool
    {
        return ActorKind::Candidate === $this->actorKind;
    }

    public function isByStaff(): bool
    {
        return ActorKind::Staff === $this->actorKind;
    }
}
