<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\QueryBuilder;
use Jorvent\Requisitions\Entity\Approval;
use Jorvent\Requisitions\Entity\ApprovalQuestion;
use Jorvent\Requisitions\Entity\ApprovalState;
use Jorvent\Requisitions\Entity\StandingRule;

/** Approvals of a brief, where the offer is null, or of an offer. */
final readonly class ApprovalRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(Approval|ApprovalQuestion|StandingRule ...$all): void
    {
        array_map($this->entities->persist(...), $all);
        $this->save();
    }

    /** Writes what was changed, for queries that follow in the same transaction. */
    public function save(): void
    {
        $this->entities->flush();
    }

    public function find(int $id): ?Approval
    {
        return $this->entities->find(Approval::class, $id);
    }

    /** As it is now, locked until the end of the transaction. */
    public function held(int $id): ?Approval
    {
        return $this->entities->find(Approval::class, $id, LockMode::PESSIMISTIC_WRITE);
    }

    /** @return list<Approval> that wait or are agreed to in the round that runs, locked until the end of the transaction */
    public function running(int $requisition, ?int $offer): array
    {
        return $this->result($this->about($requisition, $offer)
            ->andWhere('a.state IN (:running)')
            ->andWhere('a.round = :round')
            ->setParameter('running', [ApprovalState::Waiting, ApprovalState::Agreed])
            ->setParameter('round', $this->round($requisition, $offer)));
    }

    /** @return list<Approval> locked until the end of the transaction */
    public function waiting(int $requisition, ?int $offer): array
    {
        return $this->result($this->about($requisition, $offer)
            ->andWhere('a.state = :waiting')
            ->setParameter('waiting', ApprovalState::Waiting));
    }

    /** @return list<Approval> that wait for this person, locked until the end of the transaction */
    public function waitingFor(int $account): array
    {
        return $this->result($this->entities->createQueryBuilder()->select('a')->from(Approval::class, 'a')
            ->where('a.approverId = :account')
            ->andWhere('a.state = :waiting')
            ->orderBy('a.id')
            ->setParameter('account', $account)
            ->setParameter('waiting', ApprovalState::Waiting));
    }

    /** The number of the last round that was begun; 0 before the first. */
    public function round(int $requisition, ?int $offer): int
    {
        $last = $this->about($requisition, $offer)->select('MAX(a.round)')->resetDQLPart('orderBy');

        return (int) $last->getQuery()->getSingleScalarResult();
    }

    /** As it is now, locked until the end of the transaction. */
    public function question(int $id): ?ApprovalQuestion
    {
        return $this->entities->find(ApprovalQuestion::class, $id, LockMode::PESSIMISTIC_WRITE);
    }

    /** @return list<StandingRule> in force, by rank */
    public function rules(): array
    {
        return $this->entities->getRepository(StandingRule::class)
            ->findBy(['retiredAt' => null], ['rank' => 'ASC', 'id' => 'ASC']);
    }

    /** As it is now, locked until the end of the transaction. */
    public function rule(int $id): ?StandingRule
    {
        return $this->entities->find(StandingRule::class, $id, LockMode::PESSIMISTIC_WRITE);
    }

    private function about(int $requisition, ?int $offer): QueryBuilder
    {
        $query = $this->entities->createQueryBuilder()->select('a')->from(Approval::class, 'a')
            ->where('a.requisition = :requisition')
            ->orderBy('a.id')
            ->setParameter('requisition', $requisition);

        return null === $offer
            ? $query->andWhere('a.offerId IS NULL')
            : $query->andWhere('a.offerId = :offer')->setParameter('offer', $offer);
    }

    /** @return list<Approval> */
    private function result(QueryBuilder $query): array
    {
        /** @var list<Approval> */
        return $query->getQuery()
            ->setLockMode(LockMode::PESSIMISTIC_WRITE)
            ->setHint(\Doctrine\ORM\Query::HINT_REFRESH, true)
            ->getResult();
    }
}
