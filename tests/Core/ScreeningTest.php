<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refusal;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Question::class)]
#[CoversClass(Questionnaire::class)]
final class ScreeningTest extends TestCase
{
    public function testWorkedExample(): void
    {
        self::assertSame(80, self::questions()->score(['paper' => 'yes', 'shift' => 'Sometimes']));
        self::assertSame(0, self::questions()->score(['paper' => 'no', 'shift' => 'No']));
        self::assertSame(100, self::questions()->score(['paper' => 'yes', 'shift' => 'Yes']));
    }

    public function testNumbersEarnByShareOfEnough(): void
    {
        $question = new Question('years', 'Years?', QuestionKind::Number, 100, enough: 4);
        self::assertSame([0, 25, 75, 100, 100], array_map($question->points(...), ['0', '1', '3', '4', '40']));
        self::assertNull($question->points(''));
    }

    public function testKnockOutsThatFail(): void
    {
        self::assertSame(['paper'], array_map(static fn (Question $q): string => $q->id, self::questions()->failed(['paper' => 'no', 'shift' => 'No'])));
        self::assertSame([], self::questions()->failed(['paper' => 'yes']));
        self::assertSame([], self::questions()->failed([]), 'what was not asked fails nobody');
    }

    public function testAnswersAreRefusedAtTheirField(): void
    {
        $questions = new Questionnaire([...self::questions()->questions, new Question('n', 'How many?', QuestionKind::Number), new Question('t', 'Why?', QuestionKind::Text, required: false)]);
        self::assertSame(['answers.paper answer_missing', 'answers.shift answer_missing', 'answers.n answer_missing'], self::codes($questions, []));
        self::assertSame(['answers.paper answer_not_offered', 'answers.n answer_not_a_number', 'answers.t answer_too_long'], self::codes($questions, ['paper' => 'maybe', 'shift' => 'Yes', 'n' => 'four', 't' => str_repeat('x', 2001)]));
        self::assertSame([], self::codes($questions, ['paper' => 'yes', 'shift' => 'Yes', 'n' => '4']));
    }

    public function testWeightsMustTotalAHundred(): void
    {
        self::assertSame([], self::questions()->blockers());
        $refusal = (new Questionnaire([new Question('a', 'A?', QuestionKind::YesNo, 60)]))->blockers()[0];
        self::assertSame(['questions', 'weights_not_100', ['total' => 60]], [$refusal->field, $refusal->code, $refusal->data]);
        self::assertSame([], (new Questionnaire([]))->blockers());
        self::assertContains('question_empty', array_map(static fn (Refusal $r): string => $r->code, (new Questionnaire([new Question('a', ' ', QuestionKind::YesNo, 100)]))->blockers()));
    }

    public function testStoredQuestionsComeBackTheSame(): void
    {
        foreach (self::questions()->questions as $question) {
            self::assertEquals($question, Question::fromArray($question->toArray()));
        }
        self::assertSame(QuestionKind::Text, Question::fromArray(['kind' => 'unheard of'])->kind);
    }

    /**
     * @param array<string, string> $answers
     *
     * @return list<string>
     */
    private static function codes(Questionnaire $questions, array $answers): array
    {
        return array_map(static fn (Refusal $r): string => $r->field.' '.$r->code, $questions->refuse($answers));
    }

    private static function questions(): Questionnaire
    {
        return new Questionnaire([
            new Question('paper', 'Certificate?', QuestionKind::YesNo, 60, options: ['yes' => 100, 'no' => 0], stops: ['no']),
            new Question('shift', 'Shifts?', QuestionKind::Single, 40, options: ['Yes' => 100, 'Sometimes' => 50, 'No' => 0]),
        ]);
    }
}
