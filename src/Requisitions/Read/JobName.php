<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** A requisition, as it is named to someone outside. */
final readonly class JobName
{
    public function __construct(public int $number, public string $title, public string $city, public int $unitId)
    {
    }
}
