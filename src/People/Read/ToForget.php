<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

/** Someone who may be forgotten, and how much would go with them. */
final readonly class ToForget
{
    /** @param int $texts mails and notes */
    public function __construct(
        public int $id,
        public string $name,
        public ?\DateTimeImmutable $askedAt,
        public int $resumes,
        public int $texts,
        public int $applications,
        public int $active,
    ) {
    }
}
