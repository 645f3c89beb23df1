<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;

/** Chooses the category that job boards file an opening under. */
final readonly class FileUnder
{
    public function __construct(
        private Db $db,
        private RequisitionRepository $requisitions,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    public function __invoke(int $id, string $category, int $by): void
    {
        if (!\in_array($category, Advert::CATEGORIES, true)) {
            $known = implode(', ', Advert::CATEGORIES);
            throw Refused::because('category_missing', 'category', ['categories' => $known]);
        }
        $this->db->transaction(function () use ($id, $category, $by): void {
            $this->requisitions->held($id)->fileUnder($category, $by, $this->clock->now());
            $this->log->record('advert.filed_under', 'requisition', $id, $id, change: ['category' => $category]);
        });
    }
}
