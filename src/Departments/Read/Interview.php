<?php

declare(strict_types=1);

namespace Jorvent\Departments\Read;

/** An interview ahead for a requisition of a unit. */
final readonly class Interview
{
    public function __construct(
        public \DateTimeImmutable $starts,
        public string $title,
        public string $requisition,
        public int $number,
        /** names of those who interview */
        public ?string $seats,
    ) {
    }
}
