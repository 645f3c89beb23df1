<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Messages\Mailing;
use Jorvent\Pipeline\Event\ApplicationEnded;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/** A no to one or several applicants: a reason for us, and, unless there is none, a courteous word for them. */
final readonly class CloseOut
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Applications $applications, private StageVisits $visits, private UndoSteps $undo, private Mailing $mailing, private Situations $situations, private EventDispatcherInterface $events)
    {
    }

    /**
     * @param list<int>     $ids
     * @param Template|null $word null sends nothing
     */
    public function __invoke(int $requisition, array $ids, string $reason, ?Template $word, int $by): int
    {
        if ([] === $ids) {
            throw Refused::because('nobody_marked');
        }
        sort($ids);

        return $this->db->transaction(function () use ($requisition, $ids, $reason, $word, $by): int {
            $steps = [];
            foreach ($ids as $id) {
                $application = $this->applications->lock($id, $requisition);
                $steps[] = ['id' => $id, 'from' => $application->stage->value, 'since' => $application->enteredAt->format('c')];
                $this->situations->check(HiringAct::CloseOut, $id);
                $application->closeOut($reason, $this->applications->facts($application), $this->clock->now());
                $this->visits->leave($id);
                $this->events->dispatch(new ApplicationEnded($id, false));
                $this->log->record('application.closed_out', 'application', $id, $requisition, $application->candidateId, ['reason' => $reason, 'word' => null !== $word]);
                if (null !== $word) {
                    $this->mailing->toCandidate('close_out-'.$id.'-'.bin2hex(random_bytes(8)), $application->candidateId, $requisition, $word, holdSeconds: Mailing::HOLD_SECONDS);
                }
            }
            $this->undo->remember($by, 'close_out', ['requisition' => $requisition, 'steps' => $steps]);

            return \count($steps);
        });
    }
}
