<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Organisation\Diagnosis;
use Jorvent\Core\Organisation\Looking;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Entity\UnitQuestion;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Organisation\Read\StructureQuery;
use Jorvent\Organisation\Repository\UnitQuestionRepository;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** "I can not pick the unit I need": why, and the question to an admin. */
final readonly class WhyNot
{
    public function __construct(
        private Db $db,
        private StructureQuery $query,
        private ReachQuery $listed,
        private UnitQuestionRepository $questions,
        private ClockInterface $clock,
        private ActivityLog $log,
    ) {
    }

    public function diagnose(string $typed, int $account, ?int $company): Diagnosis
    {
        $permission = Permission::OpenRequisition;

        return Diagnosis::of(new Looking(
            $typed,
            $this->query->inForce(),
            $this->query->others(),
            $this->listed->roots($account, $permission),
            $this->listed->listed($account, $permission),
            $company,
            $this->clock->now(),
        ));
    }

    /**
     * Sends the admins the question with what was found; they meet it on Today.
     *
     * @return int the question's id
     */
    public function ask(Account $by, string $typed, ?int $company, string $note): int
    {
        return $this->db->transaction(function () use ($by, $typed, $company, $note): int {
            $found = $this->diagnose($typed, $by->id, $company)->found[0] ?? null;
            $unit = null === $found ? null : $found['unit']->id;
            $causes = $found['causes'] ?? [];
            $question = new UnitQuestion($by->id, $typed, $company, $unit, $causes, $note, $this->clock->now());
            $this->questions->add($question);
            $change = ['typed' => $typed, 'unit' => $unit];
            $this->log->record('unit.asked_for', 'reach_question', $question->id, change: $change);

            return $question->id;
        });
    }

    public function answer(int $question, int $by, string $answer): void
    {
        $this->db->transaction(function () use ($question, $by, $answer): void {
            $asked = $this->questions->held($question) ?? throw Refused::because('nothing_to_decide');
            $asked->answer($answer, $by, $this->clock->now());
            $this->log->record('unit.answered', 'reach_question', $question);
        });
    }
}
