<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Entity\SecondFactor;

final readonly class SecondFactorRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(SecondFactor $factor): void
    {
        $this->entities->persist($factor);
        $this->entities->flush();
    }

    public function of(int $account): ?SecondFactor
    {
        return $this->entities->find(SecondFactor::class, $account);
    }

    /** As it is now, locked until the end of the transaction: two requests with the same code take it in turn. */
    public function held(int $account): ?SecondFactor
    {
        return $this->entities->find(SecondFactor::class, $account, LockMode::PESSIMISTIC_WRITE);
    }

    /** The account, locked: of two requests that begin to set one up the second finds what the first made. */
    public function hold(Account $account): Account
    {
        return $this->entities->find(Account::class, $account->id, LockMode::PESSIMISTIC_WRITE)
            ?? throw new \LogicException('Who is signed in has an account.');
    }

    public function remove(SecondFactor $factor): void
    {
        $this->entities->remove($factor);
    }
}
