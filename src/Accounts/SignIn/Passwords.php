<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\SignIn\Password;
use Jorvent\Platform\Database\Db;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

/** Choosing a password. A new one ends all other sessions of the account. */
final readonly class Passwords
{
    public function __construct(
        private Db $db,
        private UserPasswordHasherInterface $hasher,
        private Sessions $sessions,
        private ActivityLog $log,
        #[Autowire('%kernel.project_dir%/resources/common-passwords.txt')]
        private string $common,
    ) {
    }

    /** @throws Refused at the field new_password */
    public function check(#[\SensitiveParameter] string $password, string ...$names): void
    {
        $lines = file($this->common, \FILE_IGNORE_NEW_LINES)
            ?: throw new \RuntimeException('The list of common passwords is missing.');
        $wrong = (new Password(array_fill_keys($lines, true)))->wrong($password, [...array_values($names), 'Jorvent']);
        if (null !== $wrong) {
            throw Refused::because($wrong, 'new_password', ['limit' => Password::SHORTEST]);
        }
    }

    /** Within a transaction. The session that is to go on is named by its key. */
    public function set(Account $account, #[\SensitiveParameter] string $password, ?string $goesOn): void
    {
        $this->check($password, $account->name, $account->email);
        $account->setPasswordHash($this->hasher->hashPassword($account, $password));
        $this->sessions->endAll($account->id, $goesOn);
        $this->log->recordFor($account->id, 'account.password_changed', 'account', $account->id);
    }

    /** By someone who is signed in and knows the present one. */
    public function change(
        Account $account,
        #[\SensitiveParameter]
        string $present,
        #[\SensitiveParameter]
        string $new,
        string $goesOn,
    ): void {
        if (!$this->hasher->isPasswordValid($account, $present)) {
            throw Refused::because('password_wrong', 'password');
        }
        if ($present === $new) {
            throw Refused::because('password_same', 'new_password');
        }
        $this->db->transaction(fn () => $this->set($account, $new, $goesOn));
    }
}
