<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

use Jorvent\People\OwnData\DataRequestKind;
use Jorvent\People\OwnData\DataRequestWay;

/** What someone asked about their own data, and when it has to be answered. */
final readonly class DataRequestRow
{
    public function __construct(
        public int $candidate,
        public string $name,
        public bool $isForgotten,
        public DataRequestKind $kind,
        public DataRequestWay $way,
        public \DateTimeImmutable $askedAt,
        public \DateTimeImmutable $dueOn,
        public ?\DateTimeImmutable $doneAt,
    ) {
    }

    public function waitsToBeForgotten(): bool
    {
        return DataRequestKind::Forget === $this->kind && null === $this->doneAt;
    }
}
