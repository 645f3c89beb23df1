<?php

declare(strict_types=1);

namespace Jorvent\Careers\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\DBAL\Query\ForUpdate\ConflictResolutionMode;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Query;
use Doctrine\ORM\QueryBuilder;
use Jorvent\Careers\Entity\OpeningAlert;

/** Searches that people want news of, and resumes that they left with them. */
final readonly class AlertRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(OpeningAlert $alert): void
    {
        $this->entities->persist($alert);
        $this->entities->flush();
    }

    public function remove(OpeningAlert $alert): void
    {
        $this->entities->remove($alert);
        $this->entities->flush();
    }

    public function find(int $id): ?OpeningAlert
    {
        return $this->entities->find(OpeningAlert::class, $id);
    }

    /** As it is now, locked until the end of the transaction. */
    public function held(int $id): ?OpeningAlert
    {
        return $this->entities->find(OpeningAlert::class, $id, LockMode::PESSIMISTIC_WRITE);
    }

    /** Locked likewise; null at once when someone else holds it, or there is none. */
    public function heldIfFree(int $id): ?OpeningAlert
    {
        $free = $this->entities->getConnection()->createQueryBuilder()
            ->select('id')
            ->from('opening_alert')
            ->where('id = :id')
            ->setParameter('id', $id)
            ->forUpdate(ConflictResolutionMode::SKIP_LOCKED)
            ->fetchOne();

        return false === $free ? null : $this->held($id);
    }

    /** Links in old mails carry a key of the alert itself. */
    public function byFormerKey(#[\SensitiveParameter] string $key): ?OpeningAlert
    {
        return $this->entities->getRepository(OpeningAlert::class)->findOneBy(['formerKey' => hash('sha256', $key)]);
    }

    /**
     * The one of an address for a search, locked until the end of the transaction.
     *
     * @param array<string, string> $wanted
     */
    public function ofSearch(string $email, array $wanted): ?OpeningAlert
    {
        return $this->locked($this->of($email)
            ->andWhere('a.name IS NULL')
            ->andWhere('a.wanted = :wanted')
            ->setParameter('wanted', $wanted, Types::JSON))[0] ?? null;
    }

    /** The resume that someone left and has not confirmed yet, locked likewise. */
    public function unconfirmedResume(string $email): ?OpeningAlert
    {
        return $this->locked($this->of($email)
            ->andWhere('a.name IS NOT NULL')
            ->andWhere('a.confirmedAt IS NULL'))[0] ?? null;
    }

    /** @return list<OpeningAlert> other resumes that were left under the same address, locked likewise */
    public function otherResumes(OpeningAlert $alert): array
    {
        return $this->locked($this->of($alert->email)
            ->andWhere('a.name IS NOT NULL')
            ->andWhere('a.id <> :id')
            ->setParameter('id', $alert->id));
    }

    /**
     * All of a person, locked likewise.
     *
     * @param string $email in small letters; empty for none
     *
     * @return list<OpeningAlert>
     */
    public function ofPerson(int $candidate, string $email): array
    {
        $query = $this->query()->where('a.candidateId = :candidate')->setParameter('candidate', $candidate);
        if ('' !== $email) {
            $query->orWhere('LOWER(a.email) = :email')->setParameter('email', $email);
        }

        return $this->locked($query);
    }

    /** @return list<OpeningAlert> of a candidate, in the order they came */
    public function ofCandidate(int $candidate): array
    {
        $alerts = $this->entities->getRepository(OpeningAlert::class);

        return $alerts->findBy(['candidateId' => $candidate], ['id' => 'ASC']);
    }

    /** @return list<OpeningAlert> of a brand */
    public function ofBrand(int $brand): array
    {
        return $this->locked($this->query()->where('a.brandId = :brand')->setParameter('brand', $brand));
    }

    /** @return list<OpeningAlert> not confirmed since then, or over before today; locked likewise */
    public function over(\DateTimeImmutable $unconfirmedSince, \DateTimeImmutable $today, int $most): array
    {
        return $this->locked($this->query()
            ->where('a.confirmedAt IS NULL AND a.askedAt < :since')
            ->orWhere('a.until < :today')
            ->setParameter('since', $unconfirmedSince, 'instant')
            ->setParameter('today', $today, Types::DATE_IMMUTABLE)
            ->setMaxResults($most));
    }

    /** @return list<int> ids of people who were not asked yet whether they want another year */
    public function toRemind(\DateTimeImmutable $until, int $most): array
    {
        /** @var list<int> */
        return $this->query()->select('a.id')
            ->where('a.name IS NOT NULL')
            ->andWhere('a.confirmedAt IS NOT NULL')
            ->andWhere('a.remindedAt IS NULL')
            ->andWhere('a.until < :until')
            ->setParameter('until', $until, Types::DATE_IMMUTABLE)
            ->orderBy('a.id')
            ->setMaxResults($most)
            ->getQuery()->getSingleColumnResult();
    }

    /**
     * @param \DateTimeImmutable $newest    when the newest opening went up
     * @param \DateTimeImmutable $sentUntil who got a mail later than that waits
     *
     * @return list<int> ids of those who may be told of something new
     */
    public function toTell(\DateTimeImmutable $newest, \DateTimeImmutable $sentUntil, int $most): array
    {
        /** @var list<int> */
        return $this->query()->select('a.id')
            ->where('a.confirmedAt IS NOT NULL')
            ->andWhere('a.seenUntil < :newest')
            ->andWhere('a.sentAt IS NULL OR a.sentAt < :sent')
            ->setParameter('newest', $newest, 'instant')
            ->setParameter('sent', $sentUntil, 'instant')
            ->orderBy('a.id')
            ->setMaxResults($most)
            ->getQuery()->getSingleColumnResult();
    }

    public function countWithFile(string $sha256): int
    {
        return $this->entities->getRepository(OpeningAlert::class)->count(['file.sha256' => $sha256]);
    }

    private function of(string $email): QueryBuilder
    {
        return $this->query()->where('LOWER(a.email) = LOWER(:email)')->setParameter('email', $email);
    }

    private function query(): QueryBuilder
    {
        return $this->entities->createQueryBuilder()->select('a')->from(OpeningAlert::class, 'a');
    }

    /** @return list<OpeningAlert> by id, as they are now */
    private function locked(QueryBuilder $query): array
    {
        /** @var list<OpeningAlert> */
        return $query->orderBy('a.id')->getQuery()
            ->setLockMode(LockMode::PESSIMISTIC_WRITE)
            ->setHint(Query::HINT_REFRESH, true)
            ->getResult();
    }
}
