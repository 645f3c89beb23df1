<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Organisation\Entity\UnitQuestion;

final readonly class UnitQuestionRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(UnitQuestion $question): void
    {
        $this->entities->persist($question);
        $this->entities->flush();
    }

    /** As it is now, locked until the end of the transaction. */
    public function held(int $id): ?UnitQuestion
    {
        return $this->entities->find(UnitQuestion::class, $id, LockMode::PESSIMISTIC_WRITE);
    }
}
