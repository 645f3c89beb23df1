<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Not for this requisition; says nothing about any other. Several at once are taken back at once. */
final readonly class SetAside
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private UndoSteps $undo)
    {
    }

    /** @param list<int> $candidates */
    public function __invoke(int $requisition, array $candidates, int $by): void
    {
        sort($candidates);
        $this->db->transaction(function () use ($requisition, $candidates, $by): void {
            $steps = [];
            foreach (\array_slice(array_unique($candidates), 0, KeepCandidates::MOST) as $candidate) {
                if (1 === $this->db->execute('INSERT INTO verdict (requisition_id, candidate_id, account_id, at) SELECT :r, id, :a, :now FROM candidate WHERE id = :c AND erased_at IS NULL ON CONFLICT DO NOTHING', ['r' => $requisition, 'c' => $candidate, 'a' => $by, 'now' => $this->clock->now()])) {
                    $this->log->record('candidate.set_aside', 'candidate', $candidate, $requisition, $candidate);
                    $steps[] = ['id' => $candidate];
                }
            }
            if ([] !== $steps) {
                $this->undo->remember($by, 'set_aside', ['requisition' => $requisition, 'steps' => $steps]);
            }
        });
    }
}
