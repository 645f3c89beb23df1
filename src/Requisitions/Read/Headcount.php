<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** How many people a unit has, and how many it should have; null where nobody planned. */
final readonly class Headcount
{
    public function __construct(public string $unit, public int $now, public ?int $planned)
    {
    }
}
