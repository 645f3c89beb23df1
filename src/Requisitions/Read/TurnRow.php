<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** Someone whose turn it is to agree, with what working days are counted by. */
final readonly class TurnRow
{
    public function __construct(
        public int $approval,
        public int $requisition,
        public ?int $offer,
        public bool $active,
        public string $zone,
        public ?string $country,
        /** when the last of the ranks before was decided */
        public ?\DateTimeImmutable $before,
    ) {
    }
}
