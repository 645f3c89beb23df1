<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Entity\BrandPage;
use Jorvent\Organisation\Repository\BrandRepository;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Text\RichText;
use Psr\Clock\ClockInterface;

/** Admins write pages beside the openings: how the company chooses, what work there is like. */
final readonly class BrandPages
{
    public function __construct(
        private Db $db,
        private BrandRepository $brands,
        private RichText $rich,
        private ClockInterface $clock,
        private ActivityLog $log,
    ) {
    }

    /**
     * @param int|null $id   null for a new one
     * @param string   $html as it comes from the editor
     * @param int      $seen the version that was edited
     *
     * @return int the page's id
     */
    public function save(
        int $brand, ?int $id, string $slug, string $locale, string $title, string $html, int $seen,
    ): int {
        $facts = new BrandPageFacts($slug, $locale, $title, $this->rich->clean($html));

        return $this->db->transaction(function () use ($brand, $id, $facts, $seen): int {
            if ($this->brands->isSlugTaken($facts->slug, $facts->locale, $brand, $id)) {
                throw Refused::because('page_slug_taken', 'slug');
            }
            $now = $this->clock->now();
            if (null === $id) {
                $of = $this->brands->held($brand) ?? throw Refused::because('missing');
                $page = new BrandPage($of, $facts, $now);
                $this->brands->add($page);
            } else {
                $page = $this->brands->heldPage($brand, $id) ?? throw Refused::because('saved_by_another');
                $page->change($facts, $seen, $now);
            }
            $change = ['page' => $facts->slug, 'language' => $facts->locale];
            $this->log->record('brand.page_saved', 'brand', $brand, change: $change);

            return $page->id;
        });
    }

    public function remove(int $brand, int $id): void
    {
        $this->db->transaction(function () use ($brand, $id): void {
            $page = $this->brands->heldPage($brand, $id);
            if (null !== $page) {
                $this->brands->remove($page);
                $this->log->record('brand.page_struck', 'brand', $brand);
            }
        });
    }
}
