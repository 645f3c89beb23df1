<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Platform\Database\Db;

/** A named person confirms a failed knock-out, or overrules it with a reason. */
final readonly class DecideKnockOut
{
    public function __construct(private Db $db, private ActivityLog $log, private Applications $applications, private Situations $situations)
    {
    }

    public function __invoke(int $application, bool $confirm, string $reason, int $by): void
    {
        $this->db->transaction(function () use ($application, $confirm, $reason, $by): void {
            $locked = $this->applications->lock($application);
            $this->situations->check(HiringAct::DecideKnockOut, $application);
            $locked->decideKnockOut($confirm, $by, $reason);
            $this->log->record($confirm ? 'knock_out.confirmed' : 'knock_out.overruled', 'application', $application, $locked->requisitionId, $locked->candidateId, ['reason' => $reason]);
        });
    }
}
