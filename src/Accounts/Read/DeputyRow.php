<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Read;

use Jorvent\Accounts\Entity\DelegationKind;

/** Someone stands in for someone, or will. */
final readonly class DeputyRow
{
    public function __construct(
        public int $id,
        public string $from,
        public string $to,
        public DelegationKind $kind,
        public \DateTimeImmutable $fromDay,
        public \DateTimeImmutable $toDay,
        public string $reason,
        public bool $now,
    ) {
    }
}
