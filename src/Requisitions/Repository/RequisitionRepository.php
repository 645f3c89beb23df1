<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\QueryBuilder;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Platform\Database\BulkInsert;
use Jorvent\Requisitions\Entity\BriefVersion;
use Jorvent\Requisitions\Entity\QuestionsVersion;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Entity\RequisitionTemplate;

final readonly class RequisitionRepository
{
    public function __construct(private EntityManagerInterface $entities, private BulkInsert $bulk)
    {
    }

    public function add(Requisition|RequisitionTemplate ...$all): void
    {
        array_map($this->entities->persist(...), $all);
        $this->save();
    }

    /** Writes what was changed, for queries that follow in the same transaction. */
    public function save(): void
    {
        $this->entities->flush();
    }

    /** @param list<Requisition> $all new ones, of an import; they are not managed afterwards */
    public function addMany(array $all): void
    {
        $this->bulk->insert($all);
    }

    /** Lets go of all that was loaded. */
    public function clear(): void
    {
        $this->entities->clear();
    }

    public function find(int $id): ?Requisition
    {
        return $this->entities->find(Requisition::class, $id);
    }

    /** As it is now, locked until the end of the transaction. */
    public function held(int $id): Requisition
    {
        return $this->entities->find(Requisition::class, $id, LockMode::PESSIMISTIC_WRITE)
            ?? throw new \LogicException('No such requisition.');
    }

    public function byNumber(int $number): ?Requisition
    {
        return $this->entities->getRepository(Requisition::class)->findOneBy(['number' => $number]);
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Requisition>
     */
    public function some(array $ids): array
    {
        return $this->entities->getRepository(Requisition::class)->findBy(['id' => $ids]);
    }

    /** @return list<Requisition> by number */
    public function all(): array
    {
        return $this->entities->getRepository(Requisition::class)->findBy([], ['number' => 'ASC']);
    }

    /** @return list<Requisition> the newest first */
    public function newest(int $most): array
    {
        return $this->entities->getRepository(Requisition::class)->findBy([], ['id' => 'DESC'], $most);
    }

    /** @return list<Requisition> not over yet in which this person has a part, locked until the end of the transaction */
    public function openOf(int $account): array
    {
        /** @var list<Requisition> */
        return $this->open($account)->select('r')->orderBy('r.id')->getQuery()
            ->setLockMode(LockMode::PESSIMISTIC_WRITE)->getResult();
    }

    public function countOpenOf(int $account): int
    {
        return (int) $this->open($account)->select('COUNT(r.id)')->getQuery()->getSingleScalarResult();
    }

    /** @return list<int> the numbers of the next requisitions */
    public function nextNumbers(int $count): array
    {
        $numbers = $this->entities->getConnection()->fetchFirstColumn(
            "SELECT nextval('requisition_number') FROM generate_series(1, ?)", [$count],
        );

        return array_map(static fn (mixed $next): int => is_numeric($next) ? (int) $next : 0, $numbers);
    }

    /** The number of the next requisition; numbers are never given twice. */
    public function nextNumber(): int
    {
        $next = $this->entities->getConnection()->fetchOne("SELECT nextval('requisition_number')");

        return is_numeric($next) ? (int) $next : throw new \LogicException('A sequence gives numbers.');
    }

    public function version(int $requisition, int $version): ?BriefVersion
    {
        return $this->entities->find(BriefVersion::class, ['requisition' => $requisition, 'version' => $version]);
    }

    public function questions(int $requisition, int $version): ?QuestionsVersion
    {
        return $this->entities->find(QuestionsVersion::class, ['requisition' => $requisition, 'version' => $version]);
    }

    public function template(int $id): ?RequisitionTemplate
    {
        return $this->entities->find(RequisitionTemplate::class, $id);
    }

    private function open(int $account): QueryBuilder
    {
        $ended = array_filter(RequisitionState::cases(), static fn (RequisitionState $s): bool => $s->isEnded());

        return $this->entities->createQueryBuilder()->from(Requisition::class, 'r')
            ->where('r.state NOT IN (:ended)')
            ->andWhere('r.team.recruiter = :a OR r.team.manager = :a OR r.team.requester = :a OR r.team.partner = :a')
            ->setParameter('ended', array_values($ended))
            ->setParameter('a', $account);
    }
}
