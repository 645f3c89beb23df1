<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

use Jorvent\Core\Shared\Refusal;

/** The questions of one requisition and what answers to them are worth. */
final readonly class Questionnaire
{
    public const MAX_TEXT = 2000;
    public const MAX_SHORT = 200;
    public const MOST = 40;

    /** @param list<Question> $questions */
    public function __construct(public array $questions)
    {
    }

    /** @param list<array<array-key, mixed>> $rows */
    public static function fromArray(array $rows): self
    {
        return new self(array_map(Question::fromArray(...), $rows));
    }

    /** @return list<array<string, mixed>> */
    public function toArray(): array
    {
        return array_map(static fn (Question $q): array => $q->toArray(), $this->questions);
    }

    public function question(string $id): ?Question
    {
        foreach ($this->questions as $question) {
            if ($question->id === $id) {
                return $question;
            }
        }

        return null;
    }

    /** @return list<Refusal> why these questions cannot be asked; fields are "questions.ID" */
    public function blockers(): array
    {
        $refusals = [];
        $total = 0;
        $before = [];
        foreach (array_filter($this->questions, static fn (Question $q): bool => !$q->off) as $question) {
            $total += $question->weight;
            $codes = array_keys(array_filter([
                'question_empty' => '' === trim($question->text('en')), 'weight_out_of_range' => $question->weight < 0 || $question->weight > 100, 'question_needs_answers' => $question->kind->isChosen() && \count($question->options) < 2,
                'option_empty' => [] !== array_filter($question->options, static fn (Option $o): bool => '' === trim($o->text('en'))), 'points_out_of_range' => [] !== array_filter($question->options, static fn (Option $o): bool => $o->points < 0 || $o->points > 100),
                'number_needs_enough' => QuestionKind::Number === $question->kind && $question->weight > 0 && ($question->enough ?? 0) <= 0, 'condition_not_earlier' => null !== $question->showIf && !isset($before[$question->showIf->question]),
                'knock_out_stops_all' => $question->knockOut && $question->kind->isChosen() && [] === array_intersect($question->accept, $question->choices()),
                'knock_out_without_limit' => $question->knockOut && (QuestionKind::Number === $question->kind && null === $question->least && null === $question->most || QuestionKind::Date === $question->kind && null === $question->latest),
                'text_knocks_nobody_out' => $question->knockOut && $question->kind->isMarkedByHand(),
            ]));
            array_push($refusals, ...array_map(static fn (string $code): Refusal => new Refusal('questions.'.$question->id, $code), $codes));
            $before[$question->id] = true;
        }
        if ($total > 0 && 100 !== $total) {
            $refusals[] = new Refusal('questions', 'weights_not_100', ['total' => $total]);
        }
        if (\count($this->questions) > self::MOST) {
            $refusals[] = new Refusal('questions', 'too_many_questions', ['limit' => self::MOST]);
        }

        return $refusals;
    }

    /**
     * Which questions someone meets who answers so: one that hangs on another is met only if that one was, and was answered so.
     *
     * @param array<string, string> $answers by question id
     *
     * @return array<string, bool>
     */
    public function shown(array $answers): array
    {
        $shown = [];
        foreach ($this->questions as $question) {
            $if = $question->showIf;
            if ($question->off || null === $if) {
                $shown[$question->id] = !$question->off;
                continue;
            }
            $answer = trim($answers[$if->question] ?? '');
            $on = $this->question($if->question);
            $shown[$question->id] = ($shown[$if->question] ?? false) && '' !== $answer && null !== $on && match (true) {
                $on->kind->isChosen() => [] !== array_intersect($on->picked($answer), $if->keys),
                QuestionKind::Number === $on->kind => (null === $if->least || (int) $answer >= (int) $if->least) && (null === $if->most || (int) $answer <= (int) $if->most),
                QuestionKind::Date === $on->kind => (null === $if->least || $answer >= $if->least) && (null === $if->most || $answer <= $if->most),
                default => true,
            };
        }

        return $shown;
    }

    /**
     * @param array<string, string> $answers by question id
     *
     * @return list<Refusal> fields are "answers.ID"
     */
    public function refuse(array $answers): array
    {
        $refusals = [];
        $shown = $this->shown($answers);
        foreach ($this->questions as $question) {
            $answer = trim($answers[$question->id] ?? '');
            $code = match (true) {
                !$shown[$question->id] => null,
                '' === $answer => $question->required ? 'answer_missing' : null,
                QuestionKind::Number === $question->kind && 1 !== preg_match('/^\d{1,'.Question::MAX_NUMBER_DIGITS.'}$/', $answer) => 'answer_not_a_number',
                QuestionKind::Date === $question->kind && !self::isDay($answer) => 'answer_not_a_day',
                [] !== $question->choices() && [] !== array_diff($question->picked($answer), $question->choices()) => 'answer_not_offered',
                mb_strlen($answer) > (QuestionKind::Short === $question->kind ? self::MAX_SHORT : self::MAX_TEXT) => 'answer_too_long',
                default => null,
            };
            if (null !== $code) {
                $refusals[] = new Refusal('answers.'.$question->id, $code, ['limit' => QuestionKind::Short === $question->kind ? self::MAX_SHORT : self::MAX_TEXT]);
            }
        }

        return $refusals;
    }

    /**
     * The weighted mean of the points over the questions shown, 0 to 100, rounded half up. What was shown and not answered earns 0; what was not shown is left out and the rest rescaled.
     * Example: weights 60 and 40, points 100 and 50: (60·100 + 40·50) / 100 = 80. With the second not shown: 100.
     *
     * @param array<string, string> $answers
     * @param array<string, int>    $marks   given by hand, of 100, by question id
     */
    public function score(array $answers, array $marks = []): Score
    {
        $shown = $this->shown($answers);
        $weights = array_sum(array_map(static fn (Question $q): int => $shown[$q->id] ? $q->weight : 0, $this->questions));
        $lines = [];
        $sum = 0;
        $complete = true;
        foreach ($this->questions as $question) {
            $answer = trim($answers[$question->id] ?? '');
            $scored = $shown[$question->id] && $question->weight > 0;
            $points = $scored ? $question->points($answer) ?? (isset($marks[$question->id]) ? max(0, min(100, $marks[$question->id])) : null) : null;
            $unmarked = $scored && null === $points;
            $complete = $complete && !$unmarked;
            $sum += $scored ? $question->weight * ($points ?? 0) : 0;
            $lines[] = new ScoreLine($question, $shown[$question->id], '' === $answer ? null : $answer, $points, $scored ? 100 * $question->weight / $weights : 0.0, $unmarked, $shown[$question->id] && $question->fails($answer));
        }

        return new Score(0 === $weights ? null : intdiv(2 * $sum + $weights, 2 * $weights), $complete, $lines);
    }

    private static function isDay(string $text): bool
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $text, new \DateTimeZone('UTC'));

        return false !== $day && $day->format('Y-m-d') === $text;
    }
}
