<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** Where one works. */
final readonly class OpeningPlace
{
    /**
     * @param string $country ISO 3166-1, two letters
     * @param string $zone    by its IANA name
     */
    public function __construct(
        public string $city,
        public string $region,
        public string $postcode,
        public string $country,
        public string $zone,
    ) {
    }

    public function zone(): \DateTimeZone
    {
        return new \DateTimeZone($this->zone);
    }
}
