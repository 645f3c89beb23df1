<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Read;

/** A requisition that was written from a profile. */
final readonly class WrittenRow
{
    public function __construct(
        public int $number,
        public string $title,
        public string $state,
        /** of the profile */
        public int $version,
    ) {
    }
}
