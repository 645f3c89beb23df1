<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Entity\Delegation;

final readonly class DelegationRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(Delegation $delegation): void
    {
        $this->entities->persist($delegation);
        $this->entities->flush();
    }

    /** As it is now, locked until the end of the transaction. */
    public function held(int $id): ?Delegation
    {
        return $this->entities->find(Delegation::class, $id, LockMode::PESSIMISTIC_WRITE);
    }
}
