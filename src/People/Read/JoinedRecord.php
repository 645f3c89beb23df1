<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

/** One of two records that may be one person. */
final readonly class JoinedRecord
{
    /** @param string|null $payCurrency of the pay they told */
    public function __construct(
        public int $id,
        public string $name,
        public \DateTimeImmutable $createdAt,
        public ?string $payCurrency,
        public int $applications,
        public int $resumes,
        public int $mails,
    ) {
    }
}
