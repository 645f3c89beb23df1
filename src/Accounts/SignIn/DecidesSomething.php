<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Whether someone may decide something that matters, as far as one module knows: they are asked for a second factor. */
#[AutoconfigureTag]
interface DecidesSomething
{
    public function decides(int $account): bool;
}
