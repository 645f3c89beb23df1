<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** What came of one answer. */
final readonly class Decided
{
    public function __construct(
        /** everyone who has to agree has agreed */
        public bool $all,
        /** in whose place it was answered, as a deputy */
        public ?int $for,
    ) {
    }
}
