<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Accounts\Repository\AccountRepository;
use Jorvent\Accounts\SignIn\Passwords;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\Entity\GuestLink;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Security\Secret;

/** A link by mail to choose a new password. Whether an address is known is never told. */
final readonly class ForgottenPassword
{
    private const DAYS = 1;
    private const KEY_BYTES = 8;

    public function __construct(
        private Db $db,
        private AccountRepository $accounts,
        private GuestLinks $links,
        private StaffMail $mail,
        private Passwords $passwords,
    ) {
    }

    public function __invoke(string $email): void
    {
        $account = $this->accounts->byEmail($email);
        if (true === $account?->active) {
            $this->db->transaction(fn () => $this->send(
                $account->id, self::DAYS, 'Choose a new password',
                'Someone, probably you, asked for a new password. Choose one here within a day:',
            ));
        }
    }

    /** Also the way in for someone who has no password yet. */
    public function invite(int $account, int $days): void
    {
        $this->send(
            $account, $days, 'You are invited to Jorvent',
            'You have been invited to hire with Jorvent. Choose a password here within two weeks:',
        );
    }

    public function choose(GuestLink $link, #[\SensitiveParameter] string $password): void
    {
        $this->links->once($link, function () use ($link, $password): void {
            $account = $this->accounts->find($link->subject) ?? throw Refused::because('missing', 'new_password');
            $this->passwords->set($account, $password, null);
        });
    }

    private function send(int $account, int $days, string $subject, string $text): void
    {
        $this->links->revoke(LinkPurpose::Password, $account);
        $link = $this->links->mailed(LinkPurpose::Password, $account, $days);
        $body = $text."\n\n".Secret::mark('link')."\n\nIf it was not you, nothing changes when you do nothing.";
        $key = 'password-'.$account.'-'.bin2hex(random_bytes(self::KEY_BYTES));
        $this->mail->send($key, $account, $subject, $body, $link);
    }
}
