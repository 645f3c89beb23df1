<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Organisation\Read\PostQuery;

/** People, their roles and the posts they hold, for Accounts knows no sites and units. */
final readonly class StaffInUse implements InUse
{
    public function __construct(private StaffQuery $staff, private PostQuery $posts)
    {
    }

    public function ofSites(): array
    {
        return $this->staff->bySite();
    }

    public function ofUnits(): array
    {
        $counts = $this->staff->byUnit();
        foreach ($this->posts->heldByUnit() as $unit => $held) {
            $counts[$unit] = ($counts[$unit] ?? 0) + $held;
        }

        return $counts;
    }
}
