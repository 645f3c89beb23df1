<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

final readonly class SaveBriefHandler
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    /** @return int the version after it; unchanged when nothing differed */
    public function __invoke(SaveBrief $save): int
    {
        return $this->db->transaction(function () use ($save): int {
            $requisition = $this->entities->find(Requisition::class, $save->requisition, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            $before = $requisition->brief();
            $requisition->save($save->brief, $save->seenVersion, $this->clock->now());
            $changed = array_flip($before->differences($save->brief));
            if ([] !== $changed) {
                $this->log->record('brief.saved', 'requisition', $requisition->id, $requisition->id, change: ['before' => array_intersect_key($before->comparable(), $changed), 'after' => array_intersect_key($save->brief->comparable(), $changed)]);
            }

            return $requisition->version;
        });
    }
}
