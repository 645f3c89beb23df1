<?php

declare(strict_types=1);

namespace Jorvent\Careers\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Query;
use Doctrine\ORM\QueryBuilder;
use Jorvent\Careers\Entity\PaidCredit;
use Jorvent\Careers\Entity\Referral;
use Jorvent\Careers\Entity\ReferralTerms;

/** Links of people who tell friends of openings, what is promised for it, and what was paid. */
final readonly class ReferralRepository
{
    private const CODE = '/^[0-9a-f]{10}$/D';

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(Referral|PaidCredit $one): void
    {
        $this->entities->persist($one);
        $this->entities->flush();
    }

    public function terms(): ReferralTerms
    {
        return $this->entities->find(ReferralTerms::class, ReferralTerms::ID)
            ?? throw new \LogicException('There are terms of referrals.');
    }

    /** As they are now, locked until the end of the transaction. */
    public function heldTerms(): ReferralTerms
    {
        return $this->entities->find(ReferralTerms::class, ReferralTerms::ID, LockMode::PESSIMISTIC_WRITE)
            ?? throw new \LogicException('There are terms of referrals.');
    }

    public function find(int $id): ?Referral
    {
        return $this->entities->find(Referral::class, $id);
    }

    /** The one of a code, when it leads to that opening. */
    public function byCode(string $code, int $requisition): ?Referral
    {
        if (1 !== preg_match(self::CODE, $code)) {
            return null;
        }
        $found = ['code' => $code, 'requisitionId' => $requisition];

        return $this->entities->getRepository(Referral::class)->findOneBy($found);
    }

    /** The one that an address has for an opening, locked until the end of the transaction. */
    public function ofAddress(int $requisition, string $email): ?Referral
    {
        return $this->locked($this->of($email)
            ->andWhere('f.requisitionId = :requisition')
            ->setParameter('requisition', $requisition))[0] ?? null;
    }

    /** @return list<Referral> all of an address, locked likewise */
    public function allOfAddress(string $email): array
    {
        return $this->locked($this->of($email));
    }

    public function isPaid(int $application): bool
    {
        return null !== $this->entities->find(PaidCredit::class, $application);
    }

    private function of(string $email): QueryBuilder
    {
        return $this->entities->createQueryBuilder()->select('f')->from(Referral::class, 'f')
            ->where('LOWER(f.email) = LOWER(:email)')
            ->setParameter('email', $email);
    }

    /** @return list<Referral> by id, as they are now */
    private function locked(QueryBuilder $query): array
    {
        /** @var list<Referral> */
        return $query->orderBy('f.id')->getQuery()
            ->setLockMode(LockMode::PESSIMISTIC_WRITE)
            ->setHint(Query::HINT_REFRESH, true)
            ->getResult();
    }
}
