<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** What an approver asks before deciding, and the answer; the decision waits meanwhile where it is. */
final readonly class ApprovalQuestions
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Mailing $mailing, private Approvals $approvals)
    {
    }

    public function ask(int $requisition, int $by, string $question): void
    {
        if ('' === trim($question)) {
            throw Refused::because('question_empty', 'question');
        }
        $this->db->transaction(function () use ($requisition, $by, $question): void {
            $row = $this->db->row('SELECT number, title, requester_id FROM requisition WHERE id = :id', ['id' => $requisition]) ?? throw new \LogicException('No such requisition.');
            $id = $this->db->insert('approval_question', ['requisition_id' => $requisition, 'asked_by' => $by, 'asked_at' => $this->clock->now(), 'question' => trim($question)]);
            $this->mailing->toStaff('approval-question-'.$id, $row->int('requester_id'), \sprintf('A question before the yes: %s R-%d', $row->str('title'), $row->int('number')), trim($question)."\n\n".$this->approvals->text($row->int('number'), null), $requisition);
            $this->log->record('approval.question', 'requisition', $requisition, $requisition);
        });
    }

    public function answer(int $requisition, int $question, int $by, string $answer): void
    {
        if ('' === trim($answer)) {
            throw Refused::because('missing', 'answer');
        }
        $this->db->transaction(function () use ($requisition, $question, $by, $answer): void {
            $row = $this->db->row('SELECT q.asked_by, r.number, r.title FROM approval_question q JOIN requisition r ON r.id = q.requisition_id WHERE q.id = :id AND q.requisition_id = :r AND q.answered_at IS NULL FOR UPDATE OF q', ['id' => $question, 'r' => $requisition]) ?? throw Refused::because('nothing_to_decide');
            $this->db->execute('UPDATE approval_question SET answered_by = :by, answered_at = :now, answer = :answer WHERE id = :id', ['by' => $by, 'now' => $this->clock->now(), 'answer' => trim($answer), 'id' => $question]);
            $this->mailing->toStaff('approval-answer-'.$question, $row->int('asked_by'), \sprintf('Your question is answered: %s R-%d', $row->str('title'), $row->int('number')), trim($answer)."\n\n".$this->approvals->text($row->int('number'), null), $requisition);
            $this->log->record('approval.answer', 'requisition', $requisition, $requisition);
        });
    }

    /** @return list<Record> oldest first */
    public function of(int $requisition): array
    {
        return $this->db->rows('SELECT q.*, a.name AS asker, b.name AS answerer FROM approval_question q JOIN account a ON a.id = q.asked_by LEFT JOIN account b ON b.id = q.answered_by WHERE q.requisition_id = :r ORDER BY q.id', ['r' => $requisition]);
    }
}
