<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

/** A code of the second step. */
final class CodeInput
{
    public ?string $code = null;
}
