<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Entity;

use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\Reference;

/** A unit hires under a brand, with all below it that have no brand of their own. */
#[ORM\Entity]
#[ORM\Table(name: 'brand_unit')]
class BrandUnit
{
    public function __construct(
        #[ORM\Id, ORM\Column]
        #[Reference('org_unit')]
        private int $unitId,
        #[ORM\ManyToOne(inversedBy: 'units'), ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private Brand $brand,
    ) {
    }
}
