<?php

declare(strict_types=1);

namespace Jorvent\Platform\Security;

/** Someone of the company who is signed in, for what knows no accounts. */
interface Member
{
    public function memberId(): int;
}
