<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** Where on the map something is. */
#[ORM\Embeddable]
final readonly class Place
{
    public function __construct(
        #[ORM\Column(type: Types::TEXT)]
        public string $city,
        /** as in ISO 3166-1: two letters */
        #[ORM\Column(length: 2, options: ['fixed' => true])]
        public string $country,
        #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
        public string $region,
        #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
        public string $postcode,
        /** degrees north */
        #[ORM\Column]
        public float $latitude,
        /** degrees east */
        #[ORM\Column]
        public float $longitude,
    ) {
    }
}
