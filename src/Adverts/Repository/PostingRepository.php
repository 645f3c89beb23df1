<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Query;
use Doctrine\ORM\QueryBuilder;
use Jorvent\Adverts\Entity\AdvertText;
use Jorvent\Adverts\Entity\Payment;
use Jorvent\Adverts\Entity\Posting;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Adverts\Wanted;
use Jorvent\Core\Shared\Refused;

/** Postings, what was paid for them, and the texts in other languages. */
final readonly class PostingRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(Posting|Payment|AdvertText $one): void
    {
        $this->entities->persist($one);
        $this->entities->flush();
    }

    public function remove(Payment $payment): void
    {
        $this->entities->remove($payment);
    }

    /** As it is now: a board may have taken its time to answer since it was last read. */
    public function find(int $id): ?Posting
    {
        /** @var Posting|null */
        return $this->query()->where('p.id = :id')->setParameter('id', $id)->getQuery()
            ->setHint(Query::HINT_REFRESH, true)->getOneOrNullResult();
    }

    /**
     * As it is now, locked until the end of the transaction.
     *
     * @throws Refused when there is none
     */
    public function held(int $id): Posting
    {
        return $this->entities->find(Posting::class, $id, LockMode::PESSIMISTIC_WRITE)
            ?? throw Refused::because('missing');
    }

    /**
     * The one of a requisition for which something can still be wanted, locked until the end of the transaction.
     *
     * @throws Refused when there is none
     */
    public function standing(int $requisition, int $id): Posting
    {
        foreach ($this->allStanding($requisition) as $posting) {
            if ($id === $posting->id) {
                return $posting;
            }
        }
        throw Refused::because('missing');
    }

    /** @return list<Posting> of a requisition for which something can still be wanted, locked likewise */
    public function allStanding(int $requisition): array
    {
        return $this->locked($this->standingOf($requisition));
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Posting> locked likewise
     */
    public function some(array $ids): array
    {
        return [] === $ids ? [] : $this->locked($this->query()->where('p.id IN (:ids)')->setParameter('ids', $ids));
    }

    /** The one that a board knows under a code, locked likewise. */
    public function ofBoard(string $board, string $code): ?Posting
    {
        return $this->locked($this->query()
            ->where('p.board = :board')
            ->andWhere('p.code = :code')
            ->setParameter('board', $board)
            ->setParameter('code', $code))[0] ?? null;
    }

    /** Whether a requisition's advert in a language stands at a board, or is on its way there. */
    public function stands(int $requisition, string $board, string $locale): bool
    {
        return 0 !== $this->count($this->query()
            ->where('p.requisitionId = :requisition')
            ->andWhere('p.board = :board')
            ->andWhere('p.locale = :locale')
            ->andWhere('p.state IN (:standing)')
            ->setParameter('requisition', $requisition)
            ->setParameter('board', $board)
            ->setParameter('locale', $locale)
            ->setParameter('standing', PostingState::standing()));
    }

    /** @return list<int> that a board shows, or still has to be told of */
    public function idsAt(string $board): array
    {
        /** @var list<int> */
        return $this->query()->select('p.id')
            ->where('p.board = :board')
            ->andWhere('p.state IN (:standing)')
            ->setParameter('board', $board)
            ->setParameter('standing', PostingState::standing())
            ->getQuery()->getSingleColumnResult();
    }

    public function countStanding(int $requisition): int
    {
        return $this->count($this->standingOf($requisition));
    }

    /** How many a board was asked for since a moment; those it turned down do not count. */
    public function countAsked(string $board, \DateTimeImmutable $since): int
    {
        return $this->count($this->query()
            ->where('p.board = :board')
            ->andWhere('p.state <> :refused')
            ->andWhere('p.askedAt >= :since')
            ->setParameter('board', $board)
            ->setParameter('refused', PostingState::Refused)
            ->setParameter('since', $since, 'instant'));
    }

    public function text(int $requisition, string $locale): ?AdvertText
    {
        return $this->entities->find(AdvertText::class, ['requisitionId' => $requisition, 'locale' => $locale]);
    }

    /** As it is now, locked until the end of the transaction. */
    public function heldText(int $requisition, string $locale): ?AdvertText
    {
        return $this->entities->find(
            AdvertText::class, ['requisitionId' => $requisition, 'locale' => $locale], LockMode::PESSIMISTIC_WRITE,
        );
    }

    /** @throws Refused when there is none for a posting of this requisition */
    public function payment(int $requisition, int $id): Payment
    {
        $payment = $this->entities->find(Payment::class, $id);

        return $requisition === $payment?->posting->requisitionId ? $payment : throw Refused::because('missing');
    }

    /** Those for which something can still be wanted. */
    private function standingOf(int $requisition): QueryBuilder
    {
        return $this->query()
            ->where('p.requisitionId = :requisition')
            ->andWhere('p.state IN (:standing)')
            ->andWhere('p.want <> :down')
            ->setParameter('requisition', $requisition)
            ->setParameter('standing', PostingState::standing())
            ->setParameter('down', Wanted::Down);
    }

    private function query(): QueryBuilder
    {
        return $this->entities->createQueryBuilder()->select('p')->from(Posting::class, 'p');
    }

    private function count(QueryBuilder $query): int
    {
        return (int) $query->select('COUNT(p.id)')->getQuery()->getSingleScalarResult();
    }

    /** @return list<Posting> by id, as they are now */
    private function locked(QueryBuilder $query): array
    {
        /** @var list<Posting> */
        return $query->orderBy('p.id')->getQuery()
            ->setLockMode(LockMode::PESSIMISTIC_WRITE)
            ->setHint(Query::HINT_REFRESH, true)
            ->getResult();
    }
}
