<?php

declare(strict_types=1);

namespace Jorvent\Departments\Read;

/** How many work in a unit, and how many are planned. */
final readonly class Headcount
{
    public function __construct(public int $now, public ?int $plan)
    {
    }

    public function isOver(): bool
    {
        return null !== $this->plan && $this->now > $this->plan;
    }
}
