<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Core\Careers\Colours;

/** How a careers site looks. */
final readonly class BrandLooks
{
    public function __construct(
        public Colours $colours,
        /** whether a chart of the places stands above the openings */
        public bool $chart,
        public ?LogoView $logo,
    ) {
    }
}
