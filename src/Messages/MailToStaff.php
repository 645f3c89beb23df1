<?php

declare(strict_types=1);

namespace Jorvent\Messages;

use Jorvent\Accounts\StaffMail;
use Jorvent\Platform\Security\Secret;

final readonly class MailToStaff implements StaffMail
{
    public function __construct(private Mailing $mailing)
    {
    }

    public function send(string $key, int $account, string $subject, string $text, Secret $link): void
    {
        $this->mailing->toStaff($key, $account, $subject, $text, secrets: ['link' => $link]);
    }
}
