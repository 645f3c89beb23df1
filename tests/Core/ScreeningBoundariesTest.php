<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Screening\Condition;
use Jorvent\Core\Screening\Option;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Screening\Weights;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Screening questions: what may be asked, what may be answered, and who is asked, on each boundary. */
#[CoversNothing]
final class ScreeningBoundariesTest extends TestCase
{
    /** @return list<Option> worth so many points each */
    private static function options(int ...$points): array
    {
        $options = [];
        foreach (array_values($points) as $i => $worth) {
            $options[] = new Option("k$i", ['en' => "Answer $i"], $worth);
        }

        return $options;
    }

    /**
     * @param list<Option> $options
     * @param list<string> $accept
     */
    private static function single(array $options, bool $knockOut = false, array $accept = []): Question
    {
        return new Question('q', ['en' => 'Which?'], QuestionKind::Single, 0, options: $options, knockOut: $knockOut, accept: $accept);
    }

    /** @return iterable<string, array{Question, list<string>}> a question and what stands against asking it */
    public static function questions(): iterable
    {
        $text = ['en' => 'How many?'];
        $number = static fn (int $weight, ?int $enough): Question => new Question(
            'q', $text, QuestionKind::Number, $weight, enough: $enough,
        );
        $knock = static fn (QuestionKind $kind, ?int $least = null, ?int $most = null, ?string $latest = null): Question => new Question(
            'q', $text, $kind, knockOut: true, least: $least, most: $most, latest: $latest,
        );
        yield 'without words' => [new Question('q', ['en' => ' '], QuestionKind::Long), ['question_empty']];
        yield 'of no weight' => [new Question('q', $text, QuestionKind::Long, 0), []];
        yield 'of all weight' => [new Question('q', $text, QuestionKind::Long, 100), []];
        yield 'of more' => [new Question('q', $text, QuestionKind::Long, 101), ['weight_out_of_range', 'weights_not_100']];
        yield 'of less than none' => [new Question('q', $text, QuestionKind::Long, -1), ['weight_out_of_range']];
        yield 'of a part of the weight' => [new Question('q', $text, QuestionKind::Long, 99), ['weights_not_100']];
        yield 'one answer to choose' => [self::single(self::options(100)), ['question_needs_answers']];
        yield 'two answers' => [self::single(self::options(0, 100)), []];
        yield 'an answer worth more than all' => [self::single(self::options(0, 101)), ['points_out_of_range']];
        yield 'an answer worth less than nothing' => [self::single(self::options(-1, 100)), ['points_out_of_range']];
        yield 'an answer without words' => [self::single([new Option('a', ['en' => ''], 0), ...self::options(1)]), ['option_empty']];
        yield 'a number that counts, with nothing that is enough' => [$number(100, null), ['number_needs_enough']];
        yield 'a number that counts, of which none is enough' => [$number(100, 0), ['number_needs_enough']];
        yield 'a number that counts, of which one is enough' => [$number(100, 1), []];
        yield 'a number that does not count' => [$number(0, null), []];
        yield 'a knock-out that one answer passes' => [self::single(self::options(0, 1), true, ['k1']), []];
        yield 'a knock-out that no answer passes' => [self::single(self::options(0, 1), true, ['k2']), ['knock_out_stops_all']];
        yield 'a number without limits' => [$knock(QuestionKind::Number), ['knock_out_without_limit']];
        yield 'a number with a least' => [$knock(QuestionKind::Number, least: 1), []];
        yield 'a number with a most' => [$knock(QuestionKind::Number, most: 1), []];
        yield 'a day without a last one' => [$knock(QuestionKind::Date), ['knock_out_without_limit']];
        yield 'a day with a last one' => [$knock(QuestionKind::Date, latest: '2027-01-01'), []];
        yield 'a text knocks nobody out' => [$knock(QuestionKind::Long), ['text_knocks_nobody_out']];
        yield 'hanging on what is not asked' => [
            new Question('q', $text, QuestionKind::Long, showIf: new Condition('other', ['a'], null, null)), ['condition_not_earlier'],
        ];
        yield 'hanging on itself' => [
            new Question('q', $text, QuestionKind::Long, showIf: new Condition('q', ['a'], null, null)), ['condition_not_earlier'],
        ];
    }

    /** @param list<string> $expected */
    #[DataProvider('questions')]
    public function testAQuestionMayBeAsked(Question $question, array $expected): void
    {
        self::assertSame($expected, self::codes((new Questionnaire([$question]))->blockers()));
    }

    public function testAsManyQuestionsAsMayBeAsked(): void
    {
        $many = static fn (int $n): array => self::codes((new Questionnaire(array_map(
            static fn (int $i): Question => new Question("q$i", ['en' => 'Why?'], QuestionKind::Short), range(1, $n),
        )))->blockers());
        self::assertSame([[], ['too_many_questions']], [$many(40), $many(41)]);
    }

    /** @return iterable<string, array{Question, string, list<string>}> */
    public static function answers(): iterable
    {
        $options = [new Option('a', ['en' => 'A'], 0), new Option('b', ['en' => 'B'], 0)];
        $ask = static fn (QuestionKind $kind, bool $required = true): Question => new Question(
            'q', ['en' => 'What?'], $kind, required: $required, options: $options,
        );
        yield 'nothing, where something is needed' => [$ask(QuestionKind::Short), ' ', ['answer_missing']];
        yield 'nothing, where nothing is needed' => [$ask(QuestionKind::Short, false), '', []];
        yield 'the longest short one' => [$ask(QuestionKind::Short), str_repeat('å', 200), []];
        yield 'a longer short one' => [$ask(QuestionKind::Short), str_repeat('å', 201), ['answer_too_long']];
        yield 'the longest one' => [$ask(QuestionKind::Long), str_repeat('å', 2000), []];
        yield 'a longer one' => [$ask(QuestionKind::Long), str_repeat('å', 2001), ['answer_too_long']];
        yield 'six digits' => [$ask(QuestionKind::Number), '999999', []];
        yield 'seven digits' => [$ask(QuestionKind::Number), '1000000', ['answer_not_a_number']];
        yield 'a part of a number' => [$ask(QuestionKind::Number), '1.5', ['answer_not_a_number']];
        yield 'a leap day' => [$ask(QuestionKind::Date), '2028-02-29', []];
        yield 'a day that is not' => [$ask(QuestionKind::Date), '2027-02-29', ['answer_not_a_day']];
        yield 'a day in short' => [$ask(QuestionKind::Date), '2027-2-1', ['answer_not_a_day']];
        yield 'one that is offered' => [$ask(QuestionKind::Single), 'b', []];
        yield 'one that is not' => [$ask(QuestionKind::Single), 'c', ['answer_not_offered']];
        yield 'two of which one is not' => [$ask(QuestionKind::Multiple), "a\nc", ['answer_not_offered']];
    }

    /** @param list<string> $expected */
    #[DataProvider('answers')]
    public function testAnAnswerIsTaken(Question $question, string $answer, array $expected): void
    {
        self::assertSame($expected, self::codes((new Questionnaire([$question]))->refuse(['q' => $answer])));
    }

    /** @return iterable<string, array{QuestionKind, Condition, string, bool}> on what it hangs, how, the answer, whether it is met */
    public static function conditions(): iterable
    {
        $from = new Condition('on', [], '3', null);
        $to = new Condition('on', [], null, '5');
        $numbers = [['2', false, true], ['3', true, true], ['5', true, true], ['6', true, false], ['10', true, false]];
        foreach ($numbers as [$answer, $above, $below]) {
            yield "$answer from 3" => [QuestionKind::Number, $from, $answer, $above];
            yield "$answer to 5" => [QuestionKind::Number, $to, $answer, $below];
        }
        $days = new Condition('on', [], '2027-01-10', '2027-01-20');
        foreach (['2027-01-09' => false, '2027-01-10' => true, '2027-01-20' => true, '2027-01-21' => false] as $answer => $met) {
            yield "$answer within ten days" => [QuestionKind::Date, $days, $answer, $met];
        }
        yield 'a choice' => [QuestionKind::Single, new Condition('on', ['a'], null, null), 'a', true];
        yield 'another choice' => [QuestionKind::Single, new Condition('on', ['a'], null, null), 'b', false];
        yield 'no answer' => [QuestionKind::Single, new Condition('on', ['a'], null, null), '', false];
        yield 'any text' => [QuestionKind::Short, new Condition('on', [], null, null), 'x', true];
    }

    #[DataProvider('conditions')]
    public function testAQuestionIsMet(QuestionKind $kind, Condition $condition, string $answer, bool $met): void
    {
        $on = new Question('on', ['en' => 'On?'], $kind, options: [new Option('a', ['en' => 'A'], 0), new Option('b', ['en' => 'B'], 0)]);
        $hangs = new Question('hangs', ['en' => 'Hangs?'], QuestionKind::Short, showIf: $condition);
        $last = new Question('last', ['en' => 'Last?'], QuestionKind::Short, showIf: new Condition('hangs', [], null, null));
        $shown = (new Questionnaire([$on, $hangs, $last]))->shown(['on' => $answer, 'hangs' => 'x']);
        self::assertSame(['on' => true, 'hangs' => $met, 'last' => $met], $shown, 'nor is what hangs on it');
    }

    public function testScoresAreRoundedHalfUpAndMarksStayWithinAHundred(): void
    {
        $text = static fn (string $id, int $weight): Question => new Question($id, ['en' => 'Why?'], QuestionKind::Long, $weight);
        $two = new Questionnaire([$text('a', 50), $text('b', 50)]);
        $score = static fn (int $a, int $b): ?int => $two->score(['a' => 'x', 'b' => 'y'], ['a' => $a, 'b' => $b])->value;
        self::assertSame([50, 51, 100, 0], [$score(50, 50), $score(50, 51), $score(101, 200), $score(-1, -5)]);
        self::assertFalse($two->score(['a' => 'x', 'b' => 'y'], ['a' => 5])->complete);
        self::assertTrue($two->score(['a' => 'x', 'b' => ''], ['a' => 5])->complete, 'what was not answered has nothing to mark');
        self::assertNull((new Questionnaire([$text('a', 0)]))->score(['a' => 'x'])->value);
    }

    public function testWhatIsNoQuestionIsReadAsFarAsItGoes(): void
    {
        $odd = Question::fromArray([
            'id' => 7, 'kind' => 'riddle', 'weight' => '9', 'accept' => ['a', 1, null], 'showIf' => ['keys' => ['a']], 'latest' => 20270101,
            'texts' => [['en', 'Yes?'], ['nb', 5], [6, 'x'], 'en', ['pl']],
            'options' => ['x', ['key' => 1], ['key' => 'a', 'texts' => [['en', 'A']], 'points' => '5']],
        ]);
        self::assertSame(['', QuestionKind::Long, ['en' => 'Yes?'], 0, ['a'], null, null], [
            $odd->id, $odd->kind, $odd->texts, $odd->weight, $odd->accept, $odd->showIf, $odd->latest,
        ]);
        self::assertEquals([new Option('a', ['en' => 'A'], 0)], $odd->options);
        $whole = new Question(
            'q', ['en' => 'What?', 'nb' => 'Hva?'], QuestionKind::Number, 40, false, [new Option('a', ['en' => 'A'], 3)], true, ['a'],
            5, 1, 9, '2027-01-01', new Condition('p', ['k'], '1', '2'), true, true,
        );
        self::assertEquals($whole, Question::fromArray($whole->toArray()));
        self::assertSame(12, $whole->weighing(12)->weight);
    }

    public function testWeightsAreSpreadAndShifted(): void
    {
        $weights = ['a' => 0, 'b' => 0, 'c' => 40];
        self::assertSame(['a' => 34, 'b' => 33, 'c' => 33], Weights::spread($weights, []));
        self::assertSame(['a' => 30, 'b' => 30, 'c' => 40], Weights::spread($weights, ['c' => true]));
        self::assertSame(['a' => 0, 'c' => 100], Weights::spread(['a' => 5, 'c' => 100], ['c' => true]), 'nothing is left for the others');
        self::assertSame(['c' => 100], Weights::spread(['c' => 100], ['c' => true]));
        foreach ([['c' => 99], ['c' => 101], ['a' => 1, 'c' => 100]] as $locked) {
            $all = array_map(static fn (): bool => true, $locked);
            self::assertTrue(self::refuses(static fn (): array => Weights::spread($locked, $all)));
        }
        $shift = static fn (string $left, int $by): array => array_values(Weights::shift(['a' => 10, 'b' => 20, 'c' => 70], $left, $by));
        self::assertSame([[15, 15, 70], [0, 30, 70], [30, 0, 70]], [$shift('a', 5), $shift('a', -11), $shift('a', 21)]);
        self::assertSame([[10, 90, 0], [10, 20, 70], [10, 20, 70]], [$shift('b', 99), $shift('c', 5), $shift('x', 5)]);
    }

    /** @param callable(): mixed $act */
    private static function refuses(callable $act): bool
    {
        try {
            $act();
        } catch (Refused) {
            return true;
        }

        return false;
    }

    /**
     * @param list<Refusal> $refusals
     *
     * @return list<string>
     */
    private static function codes(array $refusals): array
    {
        return array_map(static fn (Refusal $r): string => $r->code, $refusals);
    }
}
