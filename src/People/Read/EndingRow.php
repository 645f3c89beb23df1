<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

/** Someone whose data is kept for a short time only, unless they say that it may be for longer. */
final readonly class EndingRow
{
    /**
     * @param bool                    $canBeAsked   whether there is an address to ask at
     * @param \DateTimeImmutable      $lastDay      the last day they, or an admin, may answer
     * @param \DateTimeImmutable|null $askedAt      when the question was written
     * @param \DateTimeImmutable|null $deliveredAt  when their mail server took it
     * @param \DateTimeImmutable|null $adminAskedAt since when an admin decides instead
     */
    public function __construct(
        public int $id,
        public string $name,
        public string $headline,
        public bool $canBeAsked,
        public \DateTimeImmutable $lastDay,
        public ?\DateTimeImmutable $askedAt,
        public ?\DateTimeImmutable $deliveredAt,
        public ?\DateTimeImmutable $adminAskedAt,
    ) {
    }
}
