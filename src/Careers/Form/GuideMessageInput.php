<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

/** A message from the careers site to the people who hire. */
final class GuideMessageInput
{
    public ?string $name = null;
    public ?string $email = null;

    public function __construct(public ?string $message = null)
    {
    }
}
