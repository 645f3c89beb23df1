<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Applicant;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\Questionnaire;

/** What is typed in the second step of applying, and where it leads. */
final readonly class SentFields
{
    /** @param array<array-key, mixed> $answer by question; several of one question as a list */
    public function __construct(
        private string $name = '',
        private string $email = '',
        private string $phone = '',
        private string $city = '',
        private array $answer = [],
        public FieldsAct $then = FieldsAct::Next,
    ) {
    }

    public function applicant(): Applicant
    {
        return Applicant::of([
            'name' => $this->name, 'email' => $this->email, 'phone' => $this->phone, 'city' => $this->city,
        ]);
    }

    /** @return array<string, string> of all questions that there are; one that was not sent is empty */
    public function answers(Questionnaire $questions): array
    {
        $ids = array_map(static fn (Question $question): string => $question->id, $questions->questions);

        return array_combine($ids, array_map($this->answer(...), $ids));
    }

    /** Several answers are kept a line each. Of one that is too long so much is kept that it is still refused. */
    private function answer(string $question): string
    {
        $sent = $this->answer[$question] ?? '';
        $lines = array_map(trim(...), array_filter(\is_array($sent) ? $sent : [$sent], is_string(...)));

        return mb_substr(implode("\n", $lines), 0, Questionnaire::MAX_TEXT + 1);
    }
}
