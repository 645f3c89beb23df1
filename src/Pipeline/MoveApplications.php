<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Moves one or several to a stage (or each one stage on): all of them, or none and the reason. */
final readonly class MoveApplications
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Applications $applications, private StageVisits $visits, private UndoSteps $undo, private Situations $situations)
    {
    }

    /**
     * @param list<int>              $ids
     * @param array<int, Stage>|null $at  where the page showed each of them; who is elsewhere by now is not moved, and nobody is
     *
     * @return int how many moved
     */
    public function __invoke(int $requisition, array $ids, ?Stage $to, int $by, ?array $at = null): int
    {
        sort($ids);

        return $this->db->transaction(function () use ($requisition, $ids, $to, $by, $at): int {
            $steps = [];
            foreach ($ids as $id) {
                $application = $this->applications->lock($id, $requisition);
                $from = $application->stage;
                if (null !== $at && $from !== ($at[$id] ?? null)) {
                    throw Refused::because('moved_meanwhile', '', ['name' => $this->applications->name($id)]);
                }
                $this->situations->check(HiringAct::Move, $id);
                $since = $application->enteredAt;
                $application->move($to ?? $from->next() ?? $from, $this->applications->facts($application), $this->clock->now());
                $this->visits->enter($id, $application->stage);
                $this->log->record('application.moved', 'application', $id, $requisition, $application->candidateId, ['before' => $from->value, 'after' => $application->stage->value]);
                $steps[] = ['id' => $id, 'from' => $from->value, 'since' => $since->format('c'), 'to' => $application->stage->value];
            }
            if ([] !== $steps) {
                $this->undo->remember($by, 'move', ['requisition' => $requisition, 'steps' => $steps]);
            }

            return \count($steps);
        });
    }
}
