<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** How a link that someone asked for was used; it may have brought nobody. */
final readonly class ReferralLink
{
    public function __construct(
        public string $name,
        public string $email,
        public int $number,
        public string $title,
        public \DateTimeImmutable $askedAt,
        public int $visits,
        public int $applied,
    ) {
    }
}
