<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Query;
use Jorvent\Platform\Delivery\Entity\Delivery;
use Jorvent\Platform\Delivery\Entity\DeliveryState;

/** Deliveries as they are found and changed. */
final readonly class DeliveryRepository
{
    private const BEGINS = 'SUBSTRING(d.key, 1, LENGTH(:prefix)) = :prefix';

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** Written at once, and not carried along: an act may add hundreds. */
    public function add(Delivery $delivery): void
    {
        $this->entities->persist($delivery);
        $this->entities->flush();
        $this->entities->detach($delivery);
    }

    public function byKey(string $key): ?Delivery
    {
        $query = $this->entities->createQuery('SELECT d FROM '.Delivery::class.' d WHERE d.key = :key')->setParameter('key', $key);

        /** @var Delivery|null */
        return $query->setHint(Query::HINT_REFRESH, true)->getOneOrNullResult();
    }

    /** Locked until the end of the transaction, as it is now. */
    public function held(string $key): ?Delivery
    {
        return $this->locked('d.key = :key', ['key' => $key])[0] ?? null;
    }

    public function has(string $key): bool
    {
        return 0 !== $this->count('d.key = :key', ['key' => $key]);
    }

    /** Whether one whose key begins so has left, or is just leaving. */
    public function left(string $prefix): bool
    {
        return 0 !== $this->count(self::BEGINS.' AND d.state IN (:gone)', [
            'prefix' => $prefix, 'gone' => [DeliveryState::Sending->value, DeliveryState::Delivered->value],
        ]);
    }

    /** How many there ever were whose key begins so. */
    public function beginning(string $prefix): int
    {
        return $this->count(self::BEGINS, ['prefix' => $prefix]);
    }

    public function lastOpen(string $kind): ?Delivery
    {
        return $this->entities->getRepository(Delivery::class)->findOneBy(
            ['kind' => $kind, 'state' => [DeliveryState::Waiting, DeliveryState::Sending]], ['id' => 'DESC'],
        );
    }

    public function failed(int $id): ?Delivery
    {
        return $this->locked('d.state = :failed AND d.id = :id', ['failed' => DeliveryState::Failed->value, 'id' => $id])[0] ?? null;
    }

    /** @return list<Delivery> */
    public function allFailed(int $most): array
    {
        return $this->locked('d.state = :failed', ['failed' => DeliveryState::Failed->value], $most);
    }

    /**
     * @param list<int> $subjects
     *
     * @return list<Delivery> those that wait or have failed
     */
    public function undelivered(string $subjectKind, array $subjects): array
    {
        return [] === $subjects ? [] : $this->locked('d.subjectKind = :kind AND d.subjectId IN (:subjects) AND d.state IN (:states)', [
            'kind' => $subjectKind, 'subjects' => $subjects,
            'states' => [DeliveryState::Waiting->value, DeliveryState::Failed->value],
        ]);
    }

    /**
     * Takes one in hand for a try, in one statement: what was withdrawn, delivered or sent anew meanwhile is not
     * taken, and what is taken can not be withdrawn any more.
     */
    public function take(string $key, int $turn, bool $failedToo): bool
    {
        $from = [DeliveryState::Waiting->value, DeliveryState::Sending->value];

        return 1 === $this->execute(
            'UPDATE '.Delivery::class.' d SET d.state = :sending, d.attempts = d.attempts + 1
             WHERE d.key = :key AND d.turn = :turn AND d.state IN (:from)',
            [
                'sending' => DeliveryState::Sending->value, 'key' => $key, 'turn' => $turn,
                'from' => $failedToo ? [...$from, DeliveryState::Failed->value] : $from,
            ],
        );
    }

    /** @return int how many were still waiting and now never go; what a worker has in hand is not among them */
    public function drop(string $prefix): int
    {
        return $this->execute(
            'UPDATE '.Delivery::class.' d SET d.state = :dropped, d.sealed = NULL WHERE d.state = :waiting AND '.self::BEGINS,
            ['dropped' => DeliveryState::Dropped->value, 'waiting' => DeliveryState::Waiting->value, 'prefix' => $prefix],
        );
    }

    /** @param array<string, mixed> $parameters */
    private function count(string $where, array $parameters): int
    {
        $query = $this->entities->createQuery('SELECT COUNT(d.id) FROM '.Delivery::class.' d WHERE '.$where);

        return (int) $query->setParameters($parameters)->getSingleScalarResult();
    }

    /** @param array<string, mixed> $parameters */
    private function execute(string $dql, array $parameters): int
    {
        $done = $this->entities->createQuery($dql)->execute($parameters);

        return \is_int($done) ? $done : 0;
    }

    /**
     * @param array<string, mixed> $parameters
     *
     * @return list<Delivery> in the order they were written
     */
    private function locked(string $where, array $parameters, ?int $most = null): array
    {
        $query = $this->entities->createQuery('SELECT d FROM '.Delivery::class.' d WHERE '.$where.' ORDER BY d.id');
        /** @var list<Delivery> */
        $found = $query->setParameters($parameters)->setMaxResults($most)->setLockMode(LockMode::PESSIMISTIC_WRITE)
            ->setHint(Query::HINT_REFRESH, true)->getResult();

        return $found;
    }
}
