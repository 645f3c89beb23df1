<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;

/** Chooses the category that boards file the advert under. */
final readonly class FileUnder
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ActivityLog $log)
    {
    }

    public function __invoke(int $id, string $category): void
    {
        if (!\in_array($category, Advert::CATEGORIES, true)) {
            throw Refused::because('category_missing', 'category', ['categories' => implode(', ', Advert::CATEGORIES)]);
        }
        $this->db->transaction(function () use ($id, $category): void {
            $requisition = $this->entities->find(Requisition::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            $this->log->record('advert.filed_under', 'requisition', $id, $id, change: ['category' => $category]);
            $requisition->fileUnder($category);
        });
    }
}
