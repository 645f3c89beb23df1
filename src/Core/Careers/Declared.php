<?php

declare(strict_types=1);

namespace Jorvent\Core\Careers;

/**
 * What applicants may say of themselves, so that a company sees whom it reaches. Questions with few, broad answers;
 * each may be left unanswered.
 */
final class Declared
{
    /** Answers by question. */
    public const QUESTIONS = [
        'gender' => ['woman', 'man', 'other'],
        'age' => ['under_25', '25_34', '35_44', '45_54', '55_over'],
        'disability' => ['yes', 'no'],
        'grew_up' => ['here', 'elsewhere'],
    ];

    /**
     * @param array<string, string> $given
     * @param list<string>          $asked questions
     *
     * @return array<string, string> what was asked and is one of the answers
     */
    public static function accept(array $given, array $asked): array
    {
        $counts = static fn (string $answer, string $question): bool => \in_array($question, $asked, true)
            && \in_array($answer, self::QUESTIONS[$question] ?? [], true);

        return array_filter($given, $counts, \ARRAY_FILTER_USE_BOTH);
    }
}
