<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Catalogue\Entity\JobFamily;
use Jorvent\Catalogue\Entity\RoleProfile;
use Jorvent\Core\Shared\Refused;

final readonly class ProfileRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(JobFamily|RoleProfile $one): void
    {
        $this->entities->persist($one);
        $this->entities->flush();
    }

    /** @throws Refused when there is none */
    public function find(int $id): RoleProfile
    {
        return $this->entities->find(RoleProfile::class, $id) ?? throw Refused::because('missing');
    }

    /**
     * As it is now, locked until the end of the transaction.
     *
     * @throws Refused when there is none
     */
    public function held(int $id): RoleProfile
    {
        return $this->entities->find(RoleProfile::class, $id, LockMode::PESSIMISTIC_WRITE)
            ?? throw Refused::because('missing');
    }

    /** @throws Refused at family */
    public function family(int $id): JobFamily
    {
        return $this->entities->find(JobFamily::class, $id) ?? throw Refused::because('missing', 'family');
    }

    /** Whether a family is called that, written large or small. */
    public function isFamily(string $name): bool
    {
        return 0 !== (int) $this->entities->createQuery(
            'SELECT COUNT(f.id) FROM '.JobFamily::class.' f WHERE LOWER(f.name) = :name',
        )->setParameter('name', mb_strtolower($name))->getSingleScalarResult();
    }
}
