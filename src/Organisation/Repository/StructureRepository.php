<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Query;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Entity\PlannedUnit;
use Jorvent\Organisation\Entity\StructureVersion;
use Jorvent\Organisation\Entity\VersionState;

final readonly class StructureRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(StructureVersion $structure): void
    {
        $this->entities->persist($structure);
        $this->entities->flush();
    }

    /** @throws Refused when there is none */
    public function find(int $id): StructureVersion
    {
        return $this->entities->find(StructureVersion::class, $id) ?? throw Refused::because('missing');
    }

    /**
     * As it is now, locked until the end of the transaction.
     *
     * @throws Refused when there is none
     */
    public function held(int $id): StructureVersion
    {
        return $this->entities->find(StructureVersion::class, $id, LockMode::PESSIMISTIC_WRITE)
            ?? throw Refused::because('missing');
    }

    /** The one in force, locked as above; null before there is one. */
    public function heldInForce(): ?StructureVersion
    {
        $query = $this->entities->createQuery('SELECT s FROM '.StructureVersion::class.' s WHERE s.state = :in_force')
            ->setParameter('in_force', VersionState::InForce)->setLockMode(LockMode::PESSIMISTIC_WRITE)
            ->setHint(Query::HINT_REFRESH, true);

        /** @var StructureVersion|null */
        return $query->getOneOrNullResult();
    }

    /** @return list<PlannedUnit> a unit with that code, as the drafts have it */
    public function inDrafts(int $unitId, string $code): array
    {
        /** @var list<PlannedUnit> */
        return $this->entities->createQuery(
            'SELECT u FROM '.PlannedUnit::class.' u JOIN u.structure s
             WHERE s.state = :draft AND u.unitId = :unit AND u.code = :code',
        )->setParameters(['draft' => VersionState::Draft, 'unit' => $unitId, 'code' => $code])->getResult();
    }

    public function remove(StructureVersion $structure): void
    {
        $this->entities->remove($structure);
    }

    /** What was changed so far is written: the tree is read by SQL next. */
    public function write(): void
    {
        $this->entities->flush();
    }
}
