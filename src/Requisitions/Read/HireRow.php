<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** Someone who signed for a requisition. */
final readonly class HireRow
{
    public function __construct(
        public int $id,
        public int $candidateId,
        public string $name,
        public \DateTimeImmutable $signedAt,
        public \DateTimeImmutable $appliedAt,
        public ?\DateTimeImmutable $firstDay,
        /** minor units */
        public int $pay,
        public string $currency,
        /** where the records of human resources have them */
        public ?string $recordNumber,
        /** the report to those records: its state, tries and last error; null when there is none */
        public ?ReportRow $report,
        /** why they do not come after all */
        public ?string $fellThrough,
    ) {
    }
}
