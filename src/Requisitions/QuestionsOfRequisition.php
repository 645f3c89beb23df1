<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;

/**
 * The screening questions of a requisition, in versions: once someone has answered, a change begins a new one, so that
 * every earlier score stays explainable.
 */
final readonly class QuestionsOfRequisition
{
    public function __construct(
        private Db $db,
        private RequisitionRepository $requisitions,
        private AnswersGiven $answers,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /** As they were when someone answered them. */
    public function at(int $requisition, int $version): Questionnaire
    {
        return $this->requisitions->questions($requisition, $version)?->questionnaire() ?? new Questionnaire([]);
    }

    /**
     * @param callable(Questionnaire): Questionnaire $change run under a lock
     *
     * @throws Refused when the requisition is over, or people are answering and the questions are not sound
     */
    public function change(int $id, callable $change): void
    {
        $this->db->transaction(function () use ($id, $change): void {
            $requisition = $this->requisitions->held($id);
            $before = $requisition->questionnaire();
            $after = $change($before);
            if ($after->toArray() === $before->toArray()) {
                return;
            }
            $answered = $this->answers->has($id, $requisition->questionsVersion);
            $requisition->askQuestions($after, $answered, $this->clock->now());
            $this->log->record('questions.saved', 'requisition', $id, $id, change: [
                'version' => $requisition->questionsVersion, 'questions' => \count($after->questions),
            ]);
        });
    }
}
