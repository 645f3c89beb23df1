<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Entity\Brand;
use Jorvent\Organisation\Event\BrandRemoved;
use Jorvent\Organisation\Repository\BrandRepository;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Identity\Identities;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/**
 * Admins set the brands that the company hires under. A unit without one of its own goes under that of the unit above;
 * the first brand has all that is left.
 */
final readonly class Brands
{
    public const FIRST = 1;

    public function __construct(
        private Db $db,
        private BrandRepository $brands,
        private Identities $identities,
        private EventDispatcherInterface $events,
        private ActivityLog $log,
    ) {
    }

    /** @return int the new brand's id */
    public function add(BrandFacts $facts, ?Logo $logo): int
    {
        return $this->db->transaction(function () use ($facts, $logo): int {
            $brand = new Brand($facts);
            $this->refuseTaken($facts, null);
            if (null !== $logo) {
                $brand->show($logo);
            }
            $this->brands->add($brand);
            $this->log->record('brand.saved', 'brand', $brand->id, change: ['name' => $facts->name]);

            return $brand->id;
        });
    }

    /**
     * @param Logo|false|null $logo a new picture, none from now on, or null for the one there is
     * @param int             $seen the version that was edited
     */
    public function change(int $id, BrandFacts $facts, Logo|false|null $logo, int $seen): void
    {
        $this->db->transaction(function () use ($id, $facts, $logo, $seen): void {
            $brand = $this->brands->held($id) ?? throw Refused::because('missing');
            $facts->check($brand->isMain());
            if (!$brand->isMain()) {
                $this->refuseTaken($facts, $id);
            }
            $brand->change($facts, $seen, $this->identities->name());
            if (null !== $logo) {
                $brand->show($logo ?: null);
            }
            $this->log->record('brand.saved', 'brand', $id, change: ['name' => $facts->name]);
        });
    }

    /** Its units go under the brand of the unit above, what else refers to it under the first. */
    public function remove(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $brand = $this->brands->held($id) ?? throw Refused::because('missing');
            if ($brand->isMain()) {
                throw Refused::because('first_brand_stays');
            }
            $this->events->dispatch(new BrandRemoved($id, self::FIRST));
            $this->brands->remove($brand);
            $this->log->record('brand.removed', 'brand', $id);
        });
    }

    private function refuseTaken(BrandFacts $facts, ?int $but): void
    {
        if ($this->brands->isKeyTaken($facts->key, $but)) {
            throw Refused::because('brand_key_taken', 'key');
        }
        if ($this->brands->hasAnother($facts->units, $but)) {
            throw Refused::because('unit_in_another_brand', 'units');
        }
    }
}
