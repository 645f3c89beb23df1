<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Workflow\ApprovalChain;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Read\BriefFacts;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;

/** Asks for approval of a brief, and tells beforehand whom that would be. */
final readonly class AskApproval
{
    public function __construct(
        private Db $db,
        private RequisitionRepository $requisitions,
        private Approvals $approvals,
        private ApprovalRules $rules,
        private BriefFacts $facts,
        private StaffQuery $staff,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    public function __invoke(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $requisition = $this->requisitions->held($id);
            $requisition->ask($this->clock->now()->setTime(0, 0));
            $this->ask($requisition, $requisition->brief());
            $this->log->record('brief.asked', 'requisition', $id, $id, change: ['version' => $requisition->version]);
        });
    }

    public function takeBack(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $this->requisitions->held($id)->takeBack();
            $this->approvals->drop($id, null);
            $this->log->record('brief.taken_back', 'requisition', $id, $id);
        });
    }

    /** Changes after approval that the rules want agreed to. */
    public function askForAmendment(Requisition $requisition, Brief $amended): void
    {
        $this->ask($requisition, $amended);
    }

    /** @return list<StepAhead> who would be asked, in order */
    public function preview(Requisition $requisition, Brief $brief): array
    {
        $steps = $this->chain($brief, $requisition->origin->profileId);
        $ahead = [];
        foreach ($this->approvals->chosen($requisition->id, null, $brief->place->unit, $steps) as $one) {
            $name = null === $one['id'] ? null : $this->staff->name($one['id']);
            $ahead[] = new StepAhead($one['step'], $name);
        }

        return $ahead;
    }

    /** @return list<ApprovalStep> */
    public function chain(Brief $brief, ?int $profile): array
    {
        return (new ApprovalChain())->forBrief($this->rules->all(), $this->facts->of($brief, $profile));
    }

    private function ask(Requisition $requisition, Brief $brief): void
    {
        $steps = $this->chain($brief, $requisition->origin->profileId);
        $this->approvals->ask($requisition->id, null, $brief->place->unit, $steps);
    }
}
