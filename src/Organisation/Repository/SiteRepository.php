<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Organisation\Entity\Site;

final readonly class SiteRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(Site $site): void
    {
        $this->entities->persist($site);
        $this->entities->flush();
    }

    public function find(int $id): ?Site
    {
        return $this->entities->find(Site::class, $id);
    }

    /** As it is now, locked until the end of the transaction. */
    public function held(int $id): ?Site
    {
        return $this->entities->find(Site::class, $id, LockMode::PESSIMISTIC_WRITE);
    }

    public function remove(Site $site): void
    {
        $this->entities->remove($site);
    }

    /** Whether another one is called that, written large or small. */
    public function isTaken(string $name, ?int $but): bool
    {
        $found = $this->entities->createQuery(
            'SELECT COUNT(s.id) FROM '.Site::class.' s WHERE LOWER(s.name) = :name AND s.id <> :but',
        )->setParameters(['name' => mb_strtolower($name), 'but' => $but ?? 0])->getSingleScalarResult();

        return 0 !== (int) $found;
    }
}
