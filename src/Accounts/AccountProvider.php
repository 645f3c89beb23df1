<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Repository\AccountRepository;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Security\Core\User\UserProviderInterface;

/** @implements UserProviderInterface<Account> */
final readonly class AccountProvider implements UserProviderInterface
{
    public function __construct(private AccountRepository $accounts, private PasswordHasherFactoryInterface $hashers)
    {
    }

    public function loadUserByIdentifier(string $identifier): Account
    {
        $account = $this->accounts->byEmail($identifier);
        if (null === $account || !$account->hasPassword()) {
            // as much work as looking at a password, so that the time tells nothing about which names are known
            $this->hashers->getPasswordHasher(Account::class)->hash('nobody has this password');
            throw new UserNotFoundException();
        }

        return $account;
    }

    public function refreshUser(UserInterface $user): Account
    {
        $account = $user instanceof Account ? $this->accounts->find($user->id) : null;

        return $account ?? throw new UserNotFoundException();
    }

    public function supportsClass(string $class): bool
    {
        return Account::class === $class;
    }
}
