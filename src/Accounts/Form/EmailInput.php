<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

/** The address of someone who forgot their password. */
final class EmailInput
{
    public ?string $email = null;
}
