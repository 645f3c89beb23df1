<?php

declare(strict_types=1);

namespace Jorvent\Screening\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Core\Shared\Refused;
use Jorvent\Screening\Entity\LibraryQuestion;

final readonly class LibraryRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(LibraryQuestion $question): void
    {
        $this->entities->persist($question);
        $this->entities->flush();
    }

    /** @throws Refused when there is none */
    public function find(int $id): LibraryQuestion
    {
        return $this->entities->find(LibraryQuestion::class, $id) ?? throw Refused::because('missing');
    }

    /**
     * As it is now, locked until the end of the transaction.
     *
     * @throws Refused when there is none
     */
    public function held(int $id): LibraryQuestion
    {
        return $this->entities->find(LibraryQuestion::class, $id, LockMode::PESSIMISTIC_WRITE)
            ?? throw Refused::because('missing');
    }
}
