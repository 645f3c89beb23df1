<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

use Jorvent\Core\Shared\Refusal;

/** The questions of one requisition and what answers to them are worth. */
final readonly class Questionnaire
{
    public const MAX_TEXT = 2000;

    /** @param list<Question> $questions */
    public function __construct(public array $questions)
    {
    }

    /** @param list<array<array-key, mixed>> $rows */
    public static function fromArray(array $rows): self
    {
        return new self(array_map(Question::fromArray(...), $rows));
    }

    /** @return list<Refusal> why these questions cannot be asked; fields are "questions.ID" */
    public function blockers(): array
    {
        $refusals = [];
        $total = 0;
        foreach ($this->questions as $question) {
            $total += $question->weight;
            if ('' === trim($question->text)) {
                $refusals[] = new Refusal('questions.'.$question->id, 'question_empty');
            }
            if ($question->weight < 0 || $question->weight > 100) {
                $refusals[] = new Refusal('questions.'.$question->id, 'weight_out_of_range');
            }
        }
        if ([] !== $this->questions && 100 !== $total) {
            $refusals[] = new Refusal('questions', 'weights_not_100', ['total' => $total]);
        }

        return $refusals;
    }

    /**
     * @param array<string, string> $answers by question id
     *
     * @return list<Refusal> fields are "answers.ID"
     */
    public function refuse(array $answers): array
    {
        $refusals = [];
        foreach ($this->questions as $question) {
            $answer = trim($answers[$question->id] ?? '');
            $code = match (true) {
                '' === $answer => $question->required ? 'answer_missing' : null,
                QuestionKind::Number === $question->kind && 1 !== preg_match('/^\d{1,6}$/', $answer) => 'answer_not_a_number',
                [] !== $question->choices() && !\in_array($answer, $question->choices(), true) => 'answer_not_offered',
                mb_strlen($answer) > self::MAX_TEXT => 'answer_too_long',
                default => null,
            };
            if (null !== $code) {
                $refusals[] = new Refusal('answers.'.$question->id, $code, ['limit' => self::MAX_TEXT]);
            }
        }

        return $refusals;
    }

    /**
     * The weighted mean of the points, 0 to 100. Example: weights 60 and 40, points 100 and 50: (60·100 + 40·50) / 100 = 80.
     *
     * @param array<string, string> $answers
     *
     * @return int|null null when nothing is scored
     */
    public function score(array $answers): ?int
    {
        $weights = $sum = 0;
        foreach ($this->questions as $question) {
            if ($question->weight > 0) {
                $weights += $question->weight;
                $sum += $question->weight * ($question->points($answers[$question->id] ?? null) ?? 0);
            }
        }

        return 0 === $weights ? null : intdiv(2 * $sum + $weights, 2 * $weights);
    }

    /**
     * @param array<string, string> $answers
     *
     * @return list<Question> the knock-out questions that these answers fail
     */
    public function failed(array $answers): array
    {
        return array_values(array_filter($this->questions, static fn (Question $q): bool => \in_array($answers[$q->id] ?? null, $q->stops, true)));
    }
}
