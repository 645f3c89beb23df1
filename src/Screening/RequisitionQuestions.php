<?php

declare(strict_types=1);

namespace Jorvent\Screening;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

/** The questions of a requisition, in versions: once someone has answered, a change begins a new one, so that every earlier score stays explainable. */
final readonly class RequisitionQuestions implements QuestionSet
{
    public function __construct(private int $id, private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    public function questions(): Questionnaire
    {
        return Questionnaire::fromArray($this->row()->objects('questions'));
    }

    public function version(): int
    {
        return $this->row()->int('questions_version');
    }

    public function isUnderWay(): bool
    {
        return RequisitionState::from($this->row()->str('state'))->isUnderWay();
    }

    public function change(callable $change): void
    {
        $this->db->transaction(function () use ($change): void {
            $requisition = $this->entities->find(Requisition::class, $this->id, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            if (!$requisition->state->isEditable() && !$requisition->state->isUnderWay()) {
                throw Refused::because('brief_not_editable');
            }
            $before = $requisition->questionnaire();
            $after = new Questionnaire($change($before->questions));
            if ($after->toArray() === $before->toArray()) {
                return;
            }
            $answered = 0 !== $this->db->int('SELECT count(*) FROM application WHERE requisition_id = :r AND questions_version = :v AND origin = \'applied\'', ['r' => $this->id, 'v' => $requisition->questionsVersion]);
            if ($requisition->state->isUnderWay() && [] !== $after->blockers()) {
                // what is being answered at this moment must stay sound at every step
                throw new Refused($after->blockers());
            }
            $requisition->askQuestions($after, $answered);
            $this->entities->flush();
            $this->db->execute('INSERT INTO questions_version (requisition_id, version, questions, saved_at) VALUES (:r, :v, :q, :now) ON CONFLICT (requisition_id, version) DO UPDATE SET questions = EXCLUDED.questions, saved_at = EXCLUDED.saved_at', ['r' => $this->id, 'v' => $requisition->questionsVersion, 'q' => json_encode($after->toArray(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'now' => $this->clock->now()]);
            $this->log->record('questions.saved', 'requisition', $this->id, $this->id, change: ['version' => $requisition->questionsVersion, 'questions' => \count($after->questions)]);
        });
    }

    private function row(): Record
    {
        return $this->db->row('SELECT state, questions, questions_version FROM requisition WHERE id = :id', ['id' => $this->id]) ?? throw new \LogicException('No such requisition.');
    }
}
