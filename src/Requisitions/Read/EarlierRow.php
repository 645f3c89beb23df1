<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** A requisition to write another after. */
final readonly class EarlierRow
{
    public function __construct(
        public int $id,
        public int $number,
        public string $title,
        public string $state,
        public ?\DateTimeImmutable $openedOn,
        public int $unitId,
        public string $unit,
        public string $site,
        public string $description,
        /** how many it asks */
        public int $questions,
    ) {
    }
}
