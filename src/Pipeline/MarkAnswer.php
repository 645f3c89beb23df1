<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\QuestionsOfRequisition;

/** A named person marks a text that an applicant answered with; the score follows. */
final readonly class MarkAnswer
{
    private const MOST = 100;

    public function __construct(
        private Db $db,
        private Applications $applications,
        private QuestionsOfRequisition $questions,
        private ActivityLog $log,
    ) {
    }

    /** @param int $mark in points, of 100 */
    public function __invoke(int $id, string $question, int $mark): void
    {
        if ($mark < 0 || $mark > self::MOST) {
            throw Refused::because('weight_out_of_range', 'mark');
        }
        $this->db->transaction(function () use ($id, $question, $mark): void {
            $application = $this->applications->lock($id);
            $asked = $this->questions->at($application->requisitionId, $application->questionsVersion);
            $application->mark($asked, $question, $mark);
            $change = ['question' => $question, 'mark' => $mark, 'score' => $application->score];
            $this->log->record(
                'answer.marked', 'application', $id, $application->requisitionId, $application->candidateId, $change,
            );
        });
    }
}
