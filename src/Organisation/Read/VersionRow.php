<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Organisation\Entity\VersionState;

/** A version of the structure, as one chooses among them. */
final readonly class VersionRow
{
    public function __construct(
        public int $id,
        public string $name,
        public VersionState $state,
        public ?\DateTimeImmutable $inForceAt,
        public int $version,
        /** who drafted it */
        public ?string $by,
    ) {
    }

    public function isDraft(): bool
    {
        return VersionState::Draft === $this->state;
    }

    public function isInForce(): bool
    {
        return VersionState::InForce === $this->state;
    }
}
