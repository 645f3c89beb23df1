<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Organisation\Entity\Brand;
use Jorvent\Organisation\Entity\BrandPage;
use Jorvent\Organisation\Entity\BrandUnit;

final readonly class BrandRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(Brand|BrandPage $one): void
    {
        $this->entities->persist($one);
        $this->entities->flush();
    }

    public function remove(Brand|BrandPage $one): void
    {
        $this->entities->remove($one);
    }

    /** As it is now, locked until the end of the transaction. */
    public function held(int $id): ?Brand
    {
        return $this->entities->find(Brand::class, $id, LockMode::PESSIMISTIC_WRITE);
    }

    public function heldPage(int $brand, int $id): ?BrandPage
    {
        $page = $this->entities->find(BrandPage::class, $id, LockMode::PESSIMISTIC_WRITE);

        return $page?->brand->id === $brand ? $page : null;
    }

    public function isKeyTaken(string $key, ?int $but): bool
    {
        return 0 !== (int) $this->entities->createQuery(
            'SELECT COUNT(b.id) FROM '.Brand::class.' b WHERE b.key = :key AND b.id <> :but',
        )->setParameters(['key' => $key, 'but' => $but ?? 0])->getSingleScalarResult();
    }

    /**
     * Whether another brand has one of the units.
     *
     * @param list<int> $units
     */
    public function hasAnother(array $units, ?int $but): bool
    {
        return [] !== $units && 0 !== (int) $this->entities->createQuery(
            'SELECT COUNT(u.unitId) FROM '.BrandUnit::class.' u WHERE u.unitId IN (:units) AND u.brand <> :but',
        )->setParameters(['units' => $units, 'but' => $but ?? 0])->getSingleScalarResult();
    }

    /** Whether a page has that address in that language, or belongs to another brand in any. */
    public function isSlugTaken(string $slug, string $locale, int $brand, ?int $but): bool
    {
        return 0 !== (int) $this->entities->createQuery(
            'SELECT COUNT(p.id) FROM '.BrandPage::class.' p
             WHERE p.slug = :slug AND (p.locale = :locale OR p.brand <> :brand) AND p.id <> :but',
        )->setParameters([
            'slug' => $slug, 'locale' => $locale, 'brand' => $brand, 'but' => $but ?? 0,
        ])->getSingleScalarResult();
    }
}
