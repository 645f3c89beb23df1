<?php

declare(strict_types=1);

namespace Jorvent\Screening;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Catalogue;
use Jorvent\Requisitions\ProfileContent;

/** The questions a requisition begins with when it is written from a profile. They are written beside the version in use, and become the next version when someone says so. */
final readonly class ProfileQuestions implements QuestionSet
{
    public function __construct(private int $id, private Db $db, private Catalogue $catalogue, private ActivityLog $log)
    {
    }

    public function questions(): Questionnaire
    {
        $row = $this->row();

        return Questionnaire::fromArray($row->objects(null === $row->strOrNull('draft') ? 'questions' : 'draft'));
    }

    public function version(): int
    {
        return $this->row()->int('version');
    }

    public function isUnderWay(): bool
    {
        return false;
    }

    /** Whether something has been written that is no version yet. */
    public function isDraft(): bool
    {
        return null !== $this->row()->strOrNull('draft');
    }

    public function change(callable $change): void
    {
        $this->db->transaction(function () use ($change): void {
            $this->db->row('SELECT id FROM role_profile WHERE id = :id FOR UPDATE', ['id' => $this->id]) ?? throw Refused::because('missing');
            $before = $this->questions();
            $after = new Questionnaire($change($before->questions));
            if ($after->toArray() !== $before->toArray()) {
                $this->db->execute('UPDATE role_profile SET questions_draft = :q WHERE id = :id', ['id' => $this->id, 'q' => json_encode($after->toArray(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)]);
                $this->log->record('questions.saved', 'profile', $this->id, change: ['questions' => \count($after->questions)]);
            }
        });
    }

    /** Makes what was written the profile's next version; refused while the questions are not sound. */
    public function publish(string $note, int $by): void
    {
        $this->db->transaction(function () use ($note, $by): void {
            $questions = $this->questions();
            Refused::unlessEmpty($questions->blockers());
            $version = $this->version();
            $content = $this->catalogue->at($this->id, $version) ?? throw Refused::because('missing');
            $this->catalogue->save($this->id, ProfileContent::fromArray([...$content->toArray(), 'questions' => $questions->toArray()]), $version, $note, $by);
            $this->discard();
        });
    }

    /** Throws away what is no version yet. */
    public function discard(): void
    {
        $this->db->execute('UPDATE role_profile SET questions_draft = NULL WHERE id = :id', ['id' => $this->id]);
    }

    private function row(): Record
    {
        return $this->db->row('SELECT version, questions, questions_draft AS draft FROM role_profile WHERE id = :id', ['id' => $this->id]) ?? throw Refused::because('missing');
    }
}
