<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** How a hire's report to the records of human resources stands. */
final readonly class ReportRow
{
    public function __construct(
        public int $id,
        public string $state,
        public int $attempts,
        public ?string $last_error,
    ) {
    }
}
