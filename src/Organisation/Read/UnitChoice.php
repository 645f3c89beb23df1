<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Core\Organisation\UnitKind;

/** A unit as a choice offers it. */
final readonly class UnitChoice
{
    public function __construct(
        public int $id,
        public string $path,
        public string $code,
        public string $name,
        public UnitKind $kind,
        /** the unit at the top */
        public int $company,
        public string $companyName,
        /** 0 for a company */
        public int $depth,
    ) {
    }
}
