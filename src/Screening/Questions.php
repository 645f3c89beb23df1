<?php

declare(strict_types=1);

namespace Jorvent\Screening;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Screening\Option;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Screening\Weights;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

/** The questions of a requisition, in versions: once someone has answered, a change begins a new one, so that every earlier score stays explainable. */
final readonly class Questions
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    /** @return array{Questionnaire, int} the questions as they are asked now, and their version */
    public function of(int $requisition): array
    {
        $row = $this->db->row('SELECT questions, questions_version FROM requisition WHERE id = :id', ['id' => $requisition]) ?? throw new \LogicException('No such requisition.');

        return [Questionnaire::fromArray($row->objects('questions')), $row->int('questions_version')];
    }

    /** As they were when someone answered them. */
    public function at(int $requisition, int $version): Questionnaire
    {
        return Questionnaire::fromArray($this->db->row('SELECT questions FROM questions_version WHERE requisition_id = :r AND version = :v', ['r' => $requisition, 'v' => $version])?->objects('questions') ?? []);
    }

    /** Adds an empty question of a kind at the end and gives its id. */
    public function add(int $requisition, QuestionKind $kind): string
    {
        $id = 'q'.bin2hex(random_bytes(4));
        $options = match ($kind) {
            QuestionKind::YesNo => [new Option('yes', ['en' => 'Yes', 'nb' => 'Ja', 'pl' => 'Tak'], 100), new Option('no', ['en' => 'No', 'nb' => 'Nei', 'pl' => 'Nie'])],
            QuestionKind::Single, QuestionKind::Multiple => [new Option('a', ['en' => '']), new Option('b', ['en' => ''])],
            default => [],
        };
        $off = $this->isUnderWay($requisition);
        $this->change($requisition, static fn (array $all): array => [...$all, new Question($id, ['en' => ''], $kind, 0, true, $options, off: $off)]);

        return $id;
    }

    public function addFromLibrary(int $requisition, int $library): string
    {
        $row = $this->db->row('SELECT question FROM question_library WHERE id = :id AND retired_at IS NULL', ['id' => $library]) ?? throw Refused::because('missing');
        $id = 'q'.bin2hex(random_bytes(4));
        $off = $this->isUnderWay($requisition);
        $this->change($requisition, static fn (array $all): array => [...$all, Question::fromArray([...$row->json('question'), 'id' => $id, 'showIf' => null, 'off' => $off])]);

        return $id;
    }

    /** @param string $name as the library lists it */
    public function keepInLibrary(int $requisition, string $id, string $name, int $by): void
    {
        [$questions] = $this->of($requisition);
        $question = $questions->question($id) ?? throw Refused::because('missing');
        if ('' === $name) {
            throw Refused::because('missing', 'name');
        }
        $this->db->transaction(function () use ($question, $name, $by): void {
            $library = $this->db->insert('question_library', ['name' => $name, 'question' => $question->toArray(), 'saved_by' => $by, 'saved_at' => $this->clock->now()]);
            $this->log->record('question.kept', 'question', $library);
        });
    }

    public function retire(int $library): void
    {
        $this->db->transaction(function () use ($library): void {
            $this->db->execute('UPDATE question_library SET retired_at = :now WHERE id = :id', ['id' => $library, 'now' => $this->clock->now()]);
            $this->log->record('question.retired', 'question', $library);
        });
    }

    /** @return list<\Jorvent\Platform\Database\Record> */
    public function library(): array
    {
        return $this->db->rows("SELECT id, name, question ->> 'kind' AS kind, (question ->> 'knockOut')::boolean AS knock_out FROM question_library WHERE retired_at IS NULL ORDER BY lower(name) LIMIT 300");
    }

    public function save(int $requisition, Question $question): void
    {
        $this->change($requisition, static fn (array $all): array => array_map(static fn (Question $q): Question => $q->id === $question->id ? $question : $q, $all));
    }

    public function remove(int $requisition, string $id): void
    {
        $this->change($requisition, static function (array $all) use ($id): array {
            $hanging = array_filter($all, static fn (Question $q): bool => $q->showIf?->question === $id);
            if ([] !== $hanging) {
                throw Refused::because('question_hangs_on_it', 'questions.'.reset($hanging)->id);
            }

            return array_values(array_filter($all, static fn (Question $q): bool => $q->id !== $id));
        });
    }

    public function move(int $requisition, string $id, int $by): void
    {
        $this->change($requisition, static function (array $all) use ($id, $by): array {
            $at = array_search($id, array_map(static fn (Question $q): string => $q->id, $all), true);
            $to = false === $at ? -1 : $at + $by;
            if (false === $at || $to < 0 || $to >= \count($all)) {
                return $all;
            }
            [$all[$at], $all[$to]] = [$all[$to], $all[$at]];
            if ([] !== array_filter((new Questionnaire(array_values($all)))->blockers(), static fn ($r): bool => 'condition_not_earlier' === $r->code)) {
                throw Refused::because('condition_not_earlier', 'questions.'.$id);
            }

            return array_values($all);
        });
    }

    /**
     * @param array<string, int>  $weights by question
     * @param array<string, bool> $locked
     * @param bool                $spread  spread what is not locked evenly
     */
    public function weigh(int $requisition, array $weights, array $locked, bool $spread): void
    {
        $this->change($requisition, static function (array $all) use ($weights, $locked, $spread): array {
            $now = [];
            foreach ($all as $question) {
                $now[$question->id] = max(0, min(100, $weights[$question->id] ?? $question->weight));
            }
            // texts are marked by hand and count only when someone gave them a weight
            $counting = array_filter($now, static fn (string $id): bool => $now[$id] > 0 || !((new Questionnaire($all))->question($id)?->kind->isMarkedByHand() ?? true), \ARRAY_FILTER_USE_KEY);
            $now = $spread ? [...$now, ...Weights::spread($counting, $locked)] : $now;

            return array_map(static fn (Question $q): Question => Question::fromArray([...$q->toArray(), 'weight' => $now[$q->id], 'locked' => $locked[$q->id] ?? false]), $all);
        });
    }

    /** Moves the edge between a question and the next one that counts. */
    public function shift(int $requisition, string $left, int $by): void
    {
        $this->change($requisition, static function (array $all) use ($left, $by): array {
            $weights = [];
            foreach ($all as $question) {
                if ($question->weight > 0 || $question->id === $left) {
                    $weights[$question->id] = $question->weight;
                }
            }
            $weights = Weights::shift($weights, $left, $by);

            return array_map(static fn (Question $q): Question => $q->weighing($weights[$q->id] ?? $q->weight), $all);
        });
    }

    /** A named person marks a text; the score follows. */
    public function mark(int $application, string $question, int $mark): void
    {
        $this->db->transaction(function () use ($application, $question, $mark): void {
            if ($mark < 0 || $mark > 100) {
                throw Refused::because('weight_out_of_range', 'mark');
            }
            $row = $this->db->row('SELECT requisition_id, questions_version, answers, marks, candidate_id FROM application WHERE id = :id FOR UPDATE', ['id' => $application]) ?? throw Refused::because('application_gone');
            $questionnaire = $this->at($row->int('requisition_id'), $row->int('questions_version'));
            if (true !== $questionnaire->question($question)?->kind->isMarkedByHand()) {
                throw Refused::because('missing');
            }
            $marks = [...self::marks($row->json('marks')), $question => $mark];
            $score = $questionnaire->score(self::answers($row->json('answers')), $marks);
            $this->db->execute('UPDATE application SET marks = :marks, score = :score, score_complete = :complete WHERE id = :id', ['id' => $application, 'marks' => json_encode($marks, \JSON_THROW_ON_ERROR), 'score' => $score->value, 'complete' => $score->complete]);
            $this->log->record('answer.marked', 'application', $application, $row->int('requisition_id'), $row->int('candidate_id'), ['question' => $question, 'mark' => $mark, 'score' => $score->value]);
        });
    }

    /**
     * @param array<array-key, mixed> $stored
     *
     * @return array<string, string>
     */
    public static function answers(array $stored): array
    {
        $answers = [];
        foreach ($stored as $id => $answer) {
            if (\is_string($answer)) {
                $answers[(string) $id] = $answer;
            }
        }

        return $answers;
    }

    /**
     * @param array<array-key, mixed> $stored
     *
     * @return array<string, int>
     */
    public static function marks(array $stored): array
    {
        $marks = [];
        foreach ($stored as $id => $mark) {
            if (\is_int($mark)) {
                $marks[(string) $id] = $mark;
            }
        }

        return $marks;
    }

    /** Whether people may be answering right now: then a new question is written first and asked when it is ready. */
    private function isUnderWay(int $requisition): bool
    {
        return RequisitionState::from($this->db->row('SELECT state FROM requisition WHERE id = :id', ['id' => $requisition])?->str('state') ?? '')->isUnderWay();
    }

    /** @param callable(list<Question>): list<Question> $change */
    private function change(int $id, callable $change): void
    {
        $this->db->transaction(function () use ($id, $change): void {
            $requisition = $this->entities->find(Requisition::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            if (!$requisition->state->isEditable() && !$requisition->state->isUnderWay()) {
                throw Refused::because('brief_not_editable');
            }
            $before = $requisition->questionnaire();
            $after = new Questionnaire($change($before->questions));
            if ($after->toArray() === $before->toArray()) {
                return;
            }
            $answered = 0 !== $this->db->int('SELECT count(*) FROM application WHERE requisition_id = :r AND questions_version = :v AND origin = \'applied\'', ['r' => $id, 'v' => $requisition->questionsVersion]);
            if ($requisition->state->isUnderWay() && [] !== $after->blockers()) {
                // what is being answered at this moment must stay sound at every step
                throw new Refused($after->blockers());
            }
            $requisition->askQuestions($after, $answered);
            $this->entities->flush();
            $this->db->execute('INSERT INTO questions_version (requisition_id, version, questions, saved_at) VALUES (:r, :v, :q, :now) ON CONFLICT (requisition_id, version) DO UPDATE SET questions = EXCLUDED.questions, saved_at = EXCLUDED.saved_at', ['r' => $id, 'v' => $requisition->questionsVersion, 'q' => json_encode($after->toArray(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'now' => $this->clock->now()]);
            $this->log->record('questions.saved', 'requisition', $id, $id, change: ['version' => $requisition->questionsVersion, 'questions' => \count($after->questions)]);
        });
    }
}
