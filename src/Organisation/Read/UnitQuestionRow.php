<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

/** A question about a unit that someone could not pick. */
final readonly class UnitQuestionRow
{
    public function __construct(
        public int $id,
        public int $askedBy,
        public string $asker,
        public string $typed,
        public ?int $company,
        public string $note,
        public \DateTimeImmutable $askedAt,
        public ?\DateTimeImmutable $answeredAt,
    ) {
    }
}
