<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

/** When a person's list of units was drawn, from which version of the structure, and which one is in force now. */
final readonly class ReachStamp
{
    public function __construct(
        public \DateTimeImmutable $drawnAt,
        public string $structure,
        public string $inForce,
        public \DateTimeImmutable $inForceAt,
        /** whether another version has come into force since */
        public bool $late,
    ) {
    }
}
