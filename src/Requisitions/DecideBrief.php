<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Event\BriefChanged;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/** Someone who is asked approves, sends back or declines: the brief, or the changes to an approved one. */
final readonly class DecideBrief
{
    public function __construct(
        private Db $db,
        private RequisitionRepository $requisitions,
        private Approvals $approvals,
        private ActivityLog $log,
        private EventDispatcherInterface $events,
        private ClockInterface $clock,
    ) {
    }

    /** @param list<string> $fields marked when it is sent back */
    public function __invoke(int $id, int $me, Decision $answer, string $note, array $fields = []): void
    {
        $this->db->transaction(function () use ($id, $me, $answer, $note, $fields): void {
            $requisition = $this->requisitions->held($id);
            $decided = $this->approvals->decide($id, null, $me, $answer, $note, $fields);
            $change = ['note' => $note];
            if (null !== $requisition->amendment()) {
                $this->amend($requisition, $decided->all, $answer);
                $act = 'brief.amendment_'.$answer->value;
            } else {
                $this->brief($requisition, $decided->all, $answer);
                $act = 'brief.'.$answer->value;
                $change += ['version' => $requisition->version, 'fields' => $fields];
            }
            $this->log->record($act, 'requisition', $id, $id, change: $change, onBehalfOf: $decided->for);
        });
    }

    private function brief(Requisition $requisition, bool $all, Decision $answer): void
    {
        match (true) {
            $all => $requisition->approve($this->clock->now()),
            Decision::SentBack === $answer => $requisition->sendBack(),
            Decision::Declined === $answer => $requisition->decline(),
            default => null,
        };
    }

    private function amend(Requisition $requisition, bool $all, Decision $answer): void
    {
        if (!$all && Decision::Agreed === $answer) {
            return;
        }
        $before = $requisition->version;
        $requisition->closeAmendment($all, $this->clock->now());
        if ($requisition->version !== $before) {
            $this->requisitions->save();
            $this->events->dispatch(new BriefChanged($requisition->id));
        }
    }
}
