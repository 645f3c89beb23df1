<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** What of a module rests on sites and units, so that neither goes from under it. */
#[AutoconfigureTag]
interface InUse
{
    /** @return array<int, int> how much rests on each site, by its id */
    public function ofSites(): array;

    /** @return array<int, int> how much that is not over rests on each unit, by its id */
    public function ofUnits(): array;
}
