<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Entity\Account;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Security\Core\User\UserProviderInterface;

/** @implements UserProviderInterface<Account> */
final readonly class AccountProvider implements UserProviderInterface
{
    public function __construct(private EntityManagerInterface $entities, private PasswordHasherFactoryInterface $hashers)
    {
    }

    public function loadUserByIdentifier(string $identifier): Account
    {
        $account = $this->entities->createQueryBuilder()->select('a')->from(Account::class, 'a')
            ->where('LOWER(a.email) = :email')->setParameter('email', mb_strtolower(trim($identifier)))->getQuery()->getOneOrNullResult();

        if (!$account instanceof Account || !$account->hasPassword()) {
            // as much work as looking at a password, so that the time tells nothing about which names are known
            $this->hashers->getPasswordHasher(Account::class)->hash('nobody has this password');
            throw new UserNotFoundException();
        }

        return $account;
    }

    public function refreshUser(UserInterface $user): Account
    {
        return ($user instanceof Account ? $this->entities->find(Account::class, $user->id) : null) ?? throw new UserNotFoundException();
    }

    public function supportsClass(string $class): bool
    {
        return Account::class === $class;
    }
}
