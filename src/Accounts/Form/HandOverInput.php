<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Platform\Web\Form\Choice;

/** To whom the work of someone who leaves goes. */
final class HandOverInput
{
    public ?Choice $to = null;
}
