<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Platform\Security\Secret;

/** Writes to someone who has an account, or gets one. */
interface StaffMail
{
    /** @param Secret $link what stands in the text at Secret::mark('link') */
    public function send(string $key, int $account, string $subject, string $text, Secret $link): void;
}
