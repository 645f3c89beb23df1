<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Repository\AccountRepository;
use Jorvent\Core\Shared\Refused;
use Psr\Clock\ClockInterface;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

/** The account that an empty instance begins with: the admin of its company. */
final readonly class FirstAccount
{
    private const TITLE = 'Admin';

    public function __construct(
        private AccountRepository $accounts,
        private UserPasswordHasherInterface $hasher,
        private ClockInterface $clock,
    ) {
    }

    public function isThere(): bool
    {
        return !$this->accounts->isEmpty();
    }

    /**
     * Within the transaction that makes the instance ready.
     *
     * @param int $unit the company
     *
     * @return int its id
     *
     * @throws Refused when there is an account already
     */
    public function open(
        string $name, string $email, string $zone, int $unit, #[\SensitiveParameter] string $password,
    ): int {
        if ($this->isThere()) {
            throw Refused::because('not_the_first');
        }
        $account = new Account($name, $email, self::TITLE, $zone, null, $unit, $this->clock->now());
        $account->setPasswordHash($this->hasher->hashPassword($account, $password));
        $account->grant(Role::Admin, $unit);
        $this->accounts->add($account);

        return $account->id;
    }
}
