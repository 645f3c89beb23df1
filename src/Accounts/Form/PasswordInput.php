<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

/** A new password, and the present one where someone is signed in. */
final class PasswordInput
{
    public ?string $present = null;
    public ?string $new = null;
}
