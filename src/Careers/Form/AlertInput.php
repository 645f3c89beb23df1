<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

/** The address that news of openings are sent to. */
final class AlertInput
{
    public ?string $email = null;
}
