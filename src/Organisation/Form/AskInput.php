<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

/** A question to the admins about a unit that one can not pick. */
final class AskInput
{
    public ?string $note = null;

    public function __construct(public ?string $typed = null, public ?string $company = null)
    {
    }
}
