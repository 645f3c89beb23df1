<?php

declare(strict_types=1);

namespace Jorvent\Activity;

/** What something was done to, and the requisition and candidate it belongs to. */
final readonly class LogSubject
{
    public function __construct(
        public string $kind,
        public int $id,
        public ?int $requisition = null,
        public ?int $candidate = null,
    ) {
    }
}
