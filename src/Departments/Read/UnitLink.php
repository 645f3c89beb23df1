<?php

declare(strict_types=1);

namespace Jorvent\Departments\Read;

/** A unit that is linked to. */
final readonly class UnitLink
{
    public function __construct(public int $id, public string $name)
    {
    }
}
