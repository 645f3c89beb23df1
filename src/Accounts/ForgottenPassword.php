<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\SignIn\Passwords;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\Entity\GuestLink;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Security\Secret;

/** A link by mail to choose a new password. Whether an address is known is never told. */
final readonly class ForgottenPassword
{
    private const DAYS = 1;

    public function __construct(private Db $db, private EntityManagerInterface $entities, private GuestLinks $links, private Mailing $mailing, private Passwords $passwords)
    {
    }

    public function __invoke(string $email): void
    {
        $row = $this->db->row('SELECT id FROM account WHERE lower(email) = lower(:email) AND active', ['email' => trim($email)]);
        if (null !== $row) {
            $this->db->transaction(fn () => $this->send($row->int('id'), 'Choose a new password', 'Someone, probably you, asked for a new password. Choose one here within a day:'));
        }
    }

    /** Also the way in for someone invited. */
    public function send(int $account, string $subject, string $text, int $days = self::DAYS): void
    {
        $this->links->revoke(LinkPurpose::Password, $account);
        $link = $this->links->mailed(LinkPurpose::Password, $account, $days);
        $body = $text."\n\n".Secret::mark('link')."\n\nIf it was not you, nothing changes when you do nothing.";
        $this->mailing->toStaff('password-'.$account.'-'.bin2hex(random_bytes(8)), $account, $subject, $body, secrets: ['link' => $link]);
    }

    public function choose(GuestLink $link, #[\SensitiveParameter] string $password): void
    {
        $this->links->once($link, function () use ($link, $password): void {
            $account = $this->entities->find(Account::class, $link->subject) ?? throw Refused::because('missing', 'new_password');
            $this->passwords->set($account, $password, null);
        });
    }
}
