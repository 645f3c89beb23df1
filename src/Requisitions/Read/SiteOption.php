<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** A site as a brief offers it. */
final readonly class SiteOption
{
    public function __construct(
        public int $id,
        public string $name,
        public string $country,
        public string $currency,
        /** ids of the companies that have units there, with blanks between */
        public string $companies,
    ) {
    }

    public function label(): string
    {
        return $this->name.', '.$this->currency;
    }
}
