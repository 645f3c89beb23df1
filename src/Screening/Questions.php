<?php

declare(strict_types=1);

namespace Jorvent\Screening;

use Jorvent\Activity\ActivityLog;
use Jorvent\Catalogue\QuestionsOfProfile;
use Jorvent\Core\Screening\Option;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Screening\Weights;
use Jorvent\Core\Shared\Refused;
use Jorvent\Requisitions\QuestionsOfRequisition;
use Jorvent\Requisitions\Read\FactsQuery;

/** Screening questions: written and weighed one by one in a set, kept in the library. */
final readonly class Questions
{
    public function __construct(
        private FactsQuery $requisitions,
        private QuestionsOfRequisition $ofRequisition,
        private QuestionsOfProfile $profiles,
        private QuestionLibrary $library,
        private ActivityLog $log,
    ) {
    }

    public function requisition(int $id): RequisitionQuestions
    {
        return new RequisitionQuestions($id, $this->requisitions, $this->ofRequisition);
    }

    public function profile(int $id): ProfileQuestions
    {
        return new ProfileQuestions($id, $this->profiles, $this->log);
    }

    /** Adds an empty question of a kind at the end and gives its id. */
    public function add(QuestionSet $set, QuestionKind $kind): string
    {
        $id = 'q'.bin2hex(random_bytes(4));
        $options = match ($kind) {
            QuestionKind::YesNo => [
                new Option('yes', ['en' => 'Yes', 'nb' => 'Ja', 'pl' => 'Tak'], 100),
                new Option('no', ['en' => 'No', 'nb' => 'Nei', 'pl' => 'Nie']),
            ],
            QuestionKind::Single, QuestionKind::Multiple => [
                new Option('a', ['en' => '']), new Option('b', ['en' => '']),
            ],
            default => [],
        };
        $question = new Question($id, ['en' => ''], $kind, 0, true, $options, off: $set->isUnderWay());
        $set->change(static fn (array $all): array => [...$all, $question]);

        return $id;
    }

    public function addFromLibrary(QuestionSet $set, int $library): string
    {
        $id = 'q'.bin2hex(random_bytes(4));
        $question = $this->library->begin($library, $id, $set->isUnderWay());
        $set->change(static fn (array $all): array => [...$all, $question]);

        return $id;
    }

    /** @param string $name as the library lists it */
    public function keepInLibrary(QuestionSet $set, string $id, string $name, int $by): void
    {
        $question = $set->questions()->question($id) ?? throw Refused::because('missing');
        $this->library->keep($question, $name, $by);
    }

    public function save(QuestionSet $set, Question $question): void
    {
        $set->change(static fn (array $all): array => array_map(
            static fn (Question $one): Question => $one->id === $question->id ? $question : $one,
            $all,
        ));
    }

    public function remove(QuestionSet $set, string $id): void
    {
        $set->change(static function (array $all) use ($id): array {
            foreach ($all as $one) {
                if ($one->showIf?->question === $id) {
                    throw Refused::because('question_hangs_on_it', 'questions.'.$one->id);
                }
            }

            return array_values(array_filter($all, static fn (Question $one): bool => $one->id !== $id));
        });
    }

    /** @param int $by places; a question never comes before the one it hangs on */
    public function move(QuestionSet $set, string $id, int $by): void
    {
        $set->change(static function (array $all) use ($id, $by): array {
            $at = array_search($id, array_map(static fn (Question $one): string => $one->id, $all), true);
            $to = false === $at ? -1 : $at + $by;
            if (false === $at || $to < 0 || $to >= \count($all)) {
                return $all;
            }
            [$all[$at], $all[$to]] = [$all[$to], $all[$at]];
            $moved = array_values($all);
            foreach ((new Questionnaire($moved))->blockers() as $blocker) {
                if ('condition_not_earlier' === $blocker->code) {
                    throw Refused::because('condition_not_earlier', 'questions.'.$id);
                }
            }

            return $moved;
        });
    }

    /**
     * @param array<string, int>  $weights by question
     * @param array<string, bool> $locked
     * @param bool                $spread  spread what is not locked evenly
     */
    public function weigh(QuestionSet $set, array $weights, array $locked, bool $spread): void
    {
        $set->change(static function (array $all) use ($weights, $locked, $spread): array {
            $now = $counting = [];
            foreach ($all as $one) {
                $now[$one->id] = $weights[$one->id] ?? $one->weight;
                // texts are marked by hand and count only when someone gave them a weight
                if ($now[$one->id] > 0 || !$one->kind->isMarkedByHand()) {
                    $counting[$one->id] = $now[$one->id];
                }
            }
            $now = $spread ? [...$now, ...Weights::spread($counting, $locked)] : $now;

            return array_map(static fn (Question $one): Question => Question::fromArray([
                ...$one->toArray(), 'weight' => $now[$one->id], 'locked' => $locked[$one->id] ?? false,
            ]), $all);
        });
    }

    /** Moves the edge between a question and the next one that counts. */
    public function shift(QuestionSet $set, string $left, int $by): void
    {
        $set->change(static function (array $all) use ($left, $by): array {
            $weights = [];
            foreach ($all as $one) {
                if ($one->weight > 0 || $one->id === $left) {
                    $weights[$one->id] = $one->weight;
                }
            }
            $weights = Weights::shift($weights, $left, $by);

            return array_map(
                static fn (Question $one): Question => $one->weighing($weights[$one->id] ?? $one->weight),
                $all,
            );
        });
    }
}
