<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Not for this requisition; says nothing about any other. */
final readonly class SetAside
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private UndoSteps $undo)
    {
    }

    public function __invoke(int $requisition, int $candidate, int $by): void
    {
        $this->db->transaction(function () use ($requisition, $candidate, $by): void {
            $new = $this->db->execute('INSERT INTO verdict (requisition_id, candidate_id, account_id, at) VALUES (:r, :c, :a, :now) ON CONFLICT DO NOTHING', ['r' => $requisition, 'c' => $candidate, 'a' => $by, 'now' => $this->clock->now()]);
            if (1 === $new) {
                $this->log->record('candidate.set_aside', 'candidate', $candidate, $requisition, $candidate);
                $this->undo->remember($by, 'set_aside', ['requisition' => $requisition, 'candidate' => $candidate]);
            }
        });
    }
}
