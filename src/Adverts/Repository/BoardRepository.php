<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Adverts\Entity\BoardHealth;
use Jorvent\Adverts\Entity\JobBoard;
use Jorvent\Core\Shared\Refused;

final readonly class BoardRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(JobBoard $board): void
    {
        $this->entities->persist($board);
        $this->entities->persist(new BoardHealth($board));
        $this->entities->flush();
    }

    /** @return list<JobBoard> in the order of lists, our own site first */
    public function all(): array
    {
        return $this->entities->getRepository(JobBoard::class)->findBy([], ['rank' => 'ASC', 'name' => 'ASC']);
    }

    /** @throws Refused when there is none */
    public function find(string $key): JobBoard
    {
        return $this->entities->find(JobBoard::class, $key) ?? throw Refused::because('missing', 'board');
    }

    public function has(string $key): bool
    {
        return null !== $this->entities->find(JobBoard::class, $key);
    }

    /**
     * As it is now, locked until the end of the transaction.
     *
     * @throws Refused when there is none
     */
    public function held(string $key): JobBoard
    {
        return $this->entities->find(JobBoard::class, $key, LockMode::PESSIMISTIC_WRITE)
            ?? throw Refused::because('missing', 'board');
    }

    /**
     * As it is now, locked until the end of the transaction; the board's settings are not.
     *
     * @throws Refused when there is no such board
     */
    public function health(string $key): BoardHealth
    {
        return $this->entities->find(BoardHealth::class, $key, LockMode::PESSIMISTIC_WRITE)
            ?? throw Refused::because('missing', 'board');
    }

    /** Whether another board is called that, written large or small. */
    public function isTaken(string $name, string $except): bool
    {
        return 0 !== (int) $this->entities->createQueryBuilder()
            ->select('COUNT(b.key)')->from(JobBoard::class, 'b')
            ->where('LOWER(b.name) = :name')->andWhere('b.key <> :except')
            ->setParameter('name', mb_strtolower($name))->setParameter('except', $except)
            ->getQuery()->getSingleScalarResult();
    }

    /** The place of one more in lists. */
    public function nextRank(): int
    {
        return 1 + (int) $this->entities->createQueryBuilder()
            ->select('MAX(b.rank)')->from(JobBoard::class, 'b')->getQuery()->getSingleScalarResult();
    }
}
