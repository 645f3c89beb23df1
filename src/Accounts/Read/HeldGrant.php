<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Read;

use Jorvent\Accounts\Access\Role;

/** A role that someone holds, with the name of its unit. */
final readonly class HeldGrant
{
    public function __construct(public int $id, public Role $role, public string $unit)
    {
    }
}
