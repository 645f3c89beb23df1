<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Entity\Grant;

/** Accounts, with their grants, as they are found and changed. */
final readonly class AccountRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(Account $account): void
    {
        $this->entities->persist($account);
        $this->entities->flush();
    }

    public function find(int $id): ?Account
    {
        return $this->entities->find(Account::class, $id);
    }

    /** Of someone who may still sign in. */
    public function active(int $id): ?Account
    {
        $account = $this->find($id);

        return true === $account?->active ? $account : null;
    }

    /** As it is now, locked until the end of the transaction: grants of one account are given and taken in turn. */
    public function held(int $id): ?Account
    {
        return $this->entities->find(Account::class, $id, LockMode::PESSIMISTIC_WRITE);
    }

    public function byEmail(string $email): ?Account
    {
        $query = $this->entities->createQuery('SELECT a FROM '.Account::class.' a WHERE LOWER(a.email) = :email');

        /** @var Account|null */
        return $query->setParameter('email', mb_strtolower(trim($email)))->getOneOrNullResult();
    }

    public function isEmpty(): bool
    {
        $any = $this->entities->createQuery('SELECT a.id FROM '.Account::class.' a')->setMaxResults(1);

        return [] === $any->getArrayResult();
    }

    public function grant(int $id): ?Grant
    {
        return $this->entities->find(Grant::class, $id);
    }

    /**
     * Everyone who may administer something, locked until the end of the transaction: of several who take that from
     * each other at the same moment one is last.
     *
     * @return list<int> ids of accounts
     */
    public function heldAdmins(): array
    {
        $admins = 'FROM '.Account::class.' a WHERE a.active = true AND EXISTS (
            SELECT 1 FROM '.Grant::class.' g WHERE g.account = a AND g.role = :admin
        ) ORDER BY a.id';
        $lock = $this->entities->createQuery('SELECT a '.$admins)->setParameter('admin', Role::Admin->value);
        $lock->setLockMode(LockMode::PESSIMISTIC_WRITE)->getResult();
        // asked again: whoever held the locks before may have taken a grant away meanwhile
        $query = $this->entities->createQuery('SELECT a.id '.$admins)->setParameter('admin', Role::Admin->value);

        /** @var list<int> */
        return $query->getSingleColumnResult();
    }

    /** @return list<Account> those a demo instance offers to look with the eyes of */
    public function ofDemo(): array
    {
        $query = $this->entities->createQuery(
            'SELECT a FROM '.Account::class.' a WHERE a.demoRank IS NOT NULL AND a.active = true ORDER BY a.demoRank',
        );

        /** @var list<Account> */
        return $query->getResult();
    }
}
