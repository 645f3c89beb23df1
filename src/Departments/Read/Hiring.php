<?php

declare(strict_types=1);

namespace Jorvent\Departments\Read;

use Jorvent\Core\Reporting\Spread;

/** How the hiring of a unit goes, with all below it. */
final readonly class Hiring
{
    public function __construct(
        public int $positions,
        public int $active,
        public int $accepted,
        /** offers that were accepted or declined */
        public int $answered,
        /** days from opening to signing in the last two years; null when nobody signed */
        public ?Spread $days,
    ) {
    }
}
