<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\People\Found\FoundPeopleKept;

/** Deciding about found people, for the pages that find them. */
final readonly class Keeping implements FoundPeopleKept
{
    public function __construct(
        private KeepBlockers $blockers,
        private KeepCandidate $keep,
        private KeepCandidates $keepMany,
        private SetAside $setAside,
    ) {
    }

    public function blockers(int $requisition, array $candidates): array
    {
        return $this->blockers->of($requisition, $candidates);
    }

    public function keep(int $requisition, string $ref, int $by, bool $meant): void
    {
        ($this->keep)($requisition, $ref, $by, $meant);
    }

    public function keepMany(int $requisition, array $refs, int $by): array
    {
        return ($this->keepMany)($requisition, $refs, $by);
    }

    public function setAside(int $requisition, array $candidates, int $by): void
    {
        ($this->setAside)($requisition, $candidates, $by);
    }
}
