<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Pipeline\Event\ApplicationEnded;
use Jorvent\Platform\Database\Db;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/** A candidate takes their application back: interviews to come are called off, offers and links end with it. */
final readonly class WithdrawApplication
{
    public function __construct(
        private Db $db,
        private ActivityLog $log,
        private Applications $applications,
        private StageVisits $visits,
        private Situations $situations,
        private EventDispatcherInterface $events,
    ) {
    }

    public function __invoke(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $application = $this->applications->lock($id);
            $this->situations->check(HiringAct::Withdraw, $id);
            $application->withdraw();
            $this->visits->leave($id);
            $this->log->record('application.withdrawn', 'application', $id, $application->requisitionId, $application->candidateId);
            $this->events->dispatch(new ApplicationEnded($id, true));
        });
    }
}
