<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Accounts\Access\Role;
use Jorvent\Platform\Web\Form\Choice;

/** Which role is given for which unit. */
final class GrantInput
{
    public ?Role $role = null;
    public ?Choice $unit = null;
}
