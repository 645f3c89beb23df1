<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\ApprovalQuestion;
use Jorvent\Requisitions\Repository\ApprovalRepository;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;

/** What an approver asks before deciding, and the answer; the decision waits meanwhile where it is. */
final readonly class ApprovalQuestions
{
    public function __construct(
        private Db $db,
        private ApprovalRepository $approvals,
        private RequisitionRepository $requisitions,
        private TellApprovers $tell,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    public function ask(int $requisition, int $by, string $question): void
    {
        $this->db->transaction(function () use ($requisition, $by, $question): void {
            $of = $this->requisitions->held($requisition);
            $asked = new ApprovalQuestion($of, $by, trim($question), $this->clock->now());
            $this->approvals->add($asked);
            $this->tell->question($asked);
            $this->log->record('approval.question', 'requisition', $requisition, $requisition);
        });
    }

    public function answer(int $requisition, int $question, int $by, string $answer): void
    {
        $this->db->transaction(function () use ($requisition, $question, $by, $answer): void {
            $asked = $this->approvals->question($question);
            if (null === $asked || $requisition !== $asked->requisition->id) {
                throw Refused::because('nothing_to_decide');
            }
            $asked->answer(trim($answer), $by, $this->clock->now());
            $this->tell->answer($asked, trim($answer));
            $this->log->record('approval.answer', 'requisition', $requisition, $requisition);
        });
    }
}
