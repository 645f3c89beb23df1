<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** Since when and until when one can apply. */
final readonly class OpeningDays
{
    /**
     * @param \DateTimeImmutable|null $until       the last day
     * @param \DateTimeImmutable|null $insideUntil the last day it was for colleagues alone
     * @param \DateTimeImmutable|null $changedAt   when what is told of it changed
     * @param bool                    $isOpen      whether one can apply
     * @param bool                    $isLate      whether its last day is over
     */
    public function __construct(
        public ?\DateTimeImmutable $liveAt,
        public ?\DateTimeImmutable $until,
        public ?\DateTimeImmutable $insideUntil,
        public ?\DateTimeImmutable $changedAt,
        public bool $isOpen,
        public bool $isLate,
    ) {
    }
}
