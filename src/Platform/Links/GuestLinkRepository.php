<?php

declare(strict_types=1);

namespace Jorvent\Platform\Links;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\QueryBuilder;
use Jorvent\Platform\Links\Entity\GuestLink;

/** Links as they are found. Those that were used or revoked are not found. */
final readonly class GuestLinkRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** Written at once, and not carried along: one run may make hundreds. */
    public function add(GuestLink $link): void
    {
        $this->entities->persist($link);
        $this->entities->flush();
        $this->entities->detach($link);
    }

    public function open(LinkPurpose $purpose, string $secretSha256, \DateTimeImmutable $now): ?GuestLink
    {
        $query = $this->live($purpose)->andWhere('l.secretSha256 = :hash AND l.expiresAt > :now')
            ->setParameter('hash', $secretSha256)->setParameter('now', $now, 'instant');

        /** @var GuestLink|null */
        return $query->getQuery()->getOneOrNullResult();
    }

    /**
     * @param list<int> $subjects
     *
     * @return list<GuestLink>
     */
    public function of(LinkPurpose $purpose, array $subjects): array
    {
        $query = $this->live($purpose)->andWhere('l.subject IN (:subjects)')->setParameter('subjects', $subjects);

        /** @var list<GuestLink> */
        return [] === $subjects ? [] : $query->getQuery()->getResult();
    }

    /** As it is now, locked until the end of the transaction: of several who use it at once the others wait. */
    public function held(GuestLink $link): GuestLink
    {
        return $this->entities->find(GuestLink::class, $link->id, LockMode::PESSIMISTIC_WRITE)
            ?? throw new \LogicException('A link is never deleted.');
    }

    private function live(LinkPurpose $purpose): QueryBuilder
    {
        return $this->entities->createQueryBuilder()->select('l')->from(GuestLink::class, 'l')
            ->where('l.purpose = :purpose AND l.usedAt IS NULL AND l.revokedAt IS NULL')
            ->setParameter('purpose', $purpose->value);
    }
}
