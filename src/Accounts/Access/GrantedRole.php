<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

/** A role for a unit and all below it. */
final readonly class GrantedRole
{
    public function __construct(public Role $role, public string $unitPath)
    {
    }
}
