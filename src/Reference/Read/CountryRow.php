<?php

declare(strict_types=1);

namespace Jorvent\Reference\Read;

/** A country whose public holidays are known. */
final readonly class CountryRow
{
    public function __construct(
        public string $country,
        public int $days,
        /** from today on */
        public int $ahead,
        public ?string $nextName,
        public ?\DateTimeImmutable $nextDay,
    ) {
    }
}
