<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;

/** A country where nobody may be asked what they earn now. */
#[ORM\Entity]
#[ORM\Table(name: 'no_current_pay')]
class PayNotAsked
{
    public function __construct(
        /** as in ISO 3166-1: two letters */
        #[ORM\Id, ORM\Column(type: Types::STRING, length: 2, options: ['fixed' => true])]
        public readonly string $country,
    ) {
        if (1 !== preg_match('/^[A-Z]{2}$/', $country)) {
            throw Refused::because('not_offered', 'countries');
        }
    }
}
