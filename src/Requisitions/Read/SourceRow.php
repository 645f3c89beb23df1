<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** What came of one source of applicants. */
final readonly class SourceRow
{
    public function __construct(
        /** a board, or "sourced" */
        public string $source,
        public int $visits,
        public int $applied,
        /** past screening */
        public int $further,
        public int $hired,
    ) {
    }
}
