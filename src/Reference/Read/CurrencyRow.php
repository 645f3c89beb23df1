<?php

declare(strict_types=1);

namespace Jorvent\Reference\Read;

/** A currency that sites pay in or that has rates, with its newest rate. */
final readonly class CurrencyRow
{
    public function __construct(
        public string $currency,
        /** as text, without zeros at its end; null when there is no rate */
        public ?string $perEuro,
        public ?\DateTimeImmutable $day,
        public int $days,
        /** names of the sites that pay in it */
        public string $sites,
    ) {
    }
}
