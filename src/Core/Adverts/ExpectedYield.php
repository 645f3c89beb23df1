<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/** How many qualified applicants a run should bring; low to high holds about eight runs in ten. */
final readonly class ExpectedYield
{
    public function __construct(public float $mean, public float $variance, public int $low, public int $high)
    {
    }

    public function holds(int $count): bool
    {
        return $count >= $this->low && $count <= $this->high;
    }
}
