<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

/** Who asks for a link to pass on to a friend. */
final class TellFriendInput
{
    public ?string $name = null;
    public ?string $email = null;
}
