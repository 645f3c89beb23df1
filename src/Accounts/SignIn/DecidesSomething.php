<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Whether someone may decide something that matters, as far as one module knows: of them a second factor is asked. */
#[AutoconfigureTag]
interface DecidesSomething
{
    public function decides(int $account): bool;
}
