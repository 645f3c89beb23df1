<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Screening\Condition;
use Jorvent\Core\Screening\Option;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Screening\Score;
use Jorvent\Core\Screening\Weights;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Question::class)]
#[CoversClass(Questionnaire::class)]
#[CoversClass(Score::class)]
#[CoversClass(Weights::class)]
final class ScreeningTest extends TestCase
{
    public function testWorkedExample(): void
    {
        self::assertSame(80, self::pair()->score(['paper' => 'yes', 'shift' => 'some'])->value);
        self::assertSame(0, self::pair()->score(['paper' => 'no', 'shift' => 'no'])->value);
        self::assertSame(100, self::pair()->score(['paper' => 'yes', 'shift' => 'yes'])->value);
        self::assertSame(60, self::pair()->score(['paper' => 'yes'])->value, 'shown and unanswered earns nothing');
        self::assertNull((new Questionnaire([self::question('t', QuestionKind::Long)]))->score(['t' => 'x'])->value, 'nothing is scored');
    }

    /** @return iterable<string, array{Question, array<int|string, int|null>}> what each answer earns */
    public static function earning(): iterable
    {
        yield 'a number by its share of enough' => [self::question('n', QuestionKind::Number, enough: 4), ['0' => 0, '1' => 25, '3' => 75, '4' => 100, '40' => 100, '' => 0]];
        yield 'a number without enough earns nothing' => [self::question('n', QuestionKind::Number), ['4' => 0]];
        yield 'several add up, to a hundred at most' => [self::question('m', QuestionKind::Multiple, options: self::options(['a' => 40, 'b' => 50, 'c' => 60])), ['a' => 40, "a\nb" => 90, "a\nb\nc" => 100, '' => 0, 'unknown' => 0]];
        yield 'a day up to the latest' => [self::question('d', QuestionKind::Date, latest: '2026-05-01'), ['2026-04-30' => 100, '2026-05-01' => 100, '2026-05-02' => 0, '' => 0]];
        yield 'a text as a person marks it' => [self::question('t', QuestionKind::Long), ['something' => null, '' => 0]];
    }

    /** @param array<int|string, int|null> $wanted */
    #[DataProvider('earning')]
    public function testWhatAnswersEarn(Question $question, array $wanted): void
    {
        foreach ($wanted as $answer => $points) {
            self::assertSame($points, $question->points((string) $answer), (string) $answer);
        }
    }

    public function testKnockOutsThatFail(): void
    {
        $failed = static fn (string ...$answers): array => array_map(static fn (Question $q): string => $q->id, self::pair()->score(self::named($answers))->failed());
        self::assertSame(['paper'], $failed(paper: 'no', shift: 'no'));
        self::assertSame([], $failed(paper: 'yes'));
        self::assertSame([], $failed(), 'what was not answered fails nobody');
        $number = self::question('n', QuestionKind::Number, knockOut: true, least: 2, most: 5);
        self::assertSame([true, false, false, true], array_map($number->fails(...), ['1', '2', '5', '6']));
        $several = self::question('m', QuestionKind::Multiple, options: self::options(['a' => 0, 'b' => 0, 'c' => 0]), knockOut: true, accept: ['a', 'b']);
        self::assertSame([true, false, false], array_map($several->fails(...), ['c', "c\na", 'b']));
        $day = self::question('d', QuestionKind::Date, knockOut: true, latest: '2026-05-01');
        self::assertSame([false, true], array_map($day->fails(...), ['2026-05-01', '2026-05-02']));
    }

    public function testWhatIsNotShownIsLeftOutAndTheRestMakesAHundred(): void
    {
        $questions = self::conditional();
        $score = $questions->score(['ship' => 'no', 'open' => 'text']);
        self::assertSame(['ship' => true, 'years' => false, 'cold' => false, 'open' => true], $questions->shown(['ship' => 'no']));
        // 20 of ship and 30 of open are left: 0 of 40, and 40 % of the open text's mark
        self::assertSame([40.0, 0.0, 0.0, 60.0], array_map(static fn ($l): float => $l->share, $score->lines));
        self::assertFalse($score->complete);
        self::assertSame(0, $score->value);
        $marked = $questions->score(['ship' => 'no', 'open' => 'text'], ['open' => 50]);
        self::assertSame([true, 30], [$marked->complete, $marked->value]);
        self::assertSame(30.0, $marked->lines[3]->earned());
        self::assertNull($marked->lines[1]->earned());
    }

    public function testAQuestionThatHangsOnAnUnseenOneIsUnseen(): void
    {
        $questions = self::conditional();
        self::assertTrue($questions->shown(['ship' => 'yes', 'years' => '7'])['cold']);
        self::assertFalse($questions->shown(['ship' => 'yes', 'years' => '4'])['cold'], 'too few years');
        self::assertFalse($questions->shown(['ship' => 'no', 'years' => '7'])['cold'], 'years typed before the answer was changed');
        self::assertSame([], $questions->score(['ship' => 'no', 'cold' => 'no'])->failed(), 'an unseen knock-out fails nobody');
        self::assertSame([], array_map(static fn (Refusal $r): string => $r->field, $questions->refuse(['ship' => 'no', 'open' => 'x'])), 'and an unseen required one is not missing');
        self::assertSame(['answers.years'], array_map(static fn (Refusal $r): string => $r->field, $questions->refuse(['ship' => 'yes', 'open' => 'x'])));
    }

    public function testAScoreIsAWeightedMeanWhateverTheQuestions(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(4));
        for ($round = 0; $round < 400; ++$round) {
            $questions = $answers = $marks = [];
            $count = $random->getInt(1, 8);
            for ($i = 0; $i < $count; ++$i) {
                $kind = QuestionKind::cases()[$random->getInt(0, 6)];
                $keys = ['a' => $random->getInt(0, 100), 'b' => $random->getInt(0, 100), 'c' => $random->getInt(0, 100)];
                $questions[] = self::question("q$i", $kind, $random->getInt(0, 3) * 10, options: $kind->isChosen() ? self::options($keys) : [], enough: 5, latest: '2026-05-01', showIf: $i > 0 && 0 === $random->getInt(0, 2) ? new Condition('q'.$random->getInt(0, $i - 1), ['a', 'b'], '2', null) : null);
                $answers["q$i"] = ['', 'a', 'b', '3', '2026-04-01'][$random->getInt(0, 4)];
                $marks["q$i"] = $random->getInt(0, 100);
            }
            $questionnaire = new Questionnaire($questions);
            $score = $questionnaire->score($answers, $marks);
            $earned = array_sum(array_map(static fn ($l): float => $l->earned() ?? 0.0, $score->lines));
            if (null === $score->value) {
                self::assertSame(0.0, (float) array_sum(array_map(static fn ($l): float => $l->share, $score->lines)));
                continue;
            }
            self::assertTrue($score->complete);
            self::assertEqualsWithDelta(100.0, array_sum(array_map(static fn ($l): float => $l->share, $score->lines)), 1e-9);
            self::assertEqualsWithDelta($earned, $score->value, 0.5 + 1e-9);
            self::assertGreaterThanOrEqual($questionnaire->score($answers)->value, $score->value, 'a mark never lowers');
        }
    }

    public function testAnswersAreRefusedAtTheirField(): void
    {
        $questions = new Questionnaire([...self::pair()->questions, self::question('n', QuestionKind::Number), self::question('t', QuestionKind::Long, required: false), self::question('s', QuestionKind::Short, required: false), self::question('d', QuestionKind::Date, required: false), self::question('m', QuestionKind::Multiple, required: false, options: self::options(['a' => 1, 'b' => 2]))]);
        $codes = static fn (string ...$answers): array => array_map(static fn (Refusal $r): string => $r->field.' '.$r->code, $questions->refuse(self::named($answers)));
        self::assertSame(['answers.paper answer_missing', 'answers.shift answer_missing', 'answers.n answer_missing'], $codes());
        self::assertSame(
            ['answers.paper answer_not_offered', 'answers.n answer_not_a_number', 'answers.t answer_too_long', 'answers.s answer_too_long', 'answers.d answer_not_a_day', 'answers.m answer_not_offered'],
            $codes(paper: 'maybe', shift: 'yes', n: 'four', t: str_repeat('x', 2001), s: str_repeat('x', 201), d: '2026-02-30', m: "a\nz"),
        );
        self::assertSame([], $codes(paper: 'yes', shift: 'yes', n: '4', d: '2028-02-29', m: "a\nb"));
    }

    /** @return iterable<string, array{Question, string}> */
    public static function unsound(): iterable
    {
        yield 'no text' => [self::question('a', QuestionKind::Long, texts: ['en' => ' ']), 'question_empty'];
        yield 'no answers to choose' => [self::question('a', QuestionKind::Single), 'question_needs_answers'];
        yield 'an answer without text' => [self::question('a', QuestionKind::Single, options: [new Option('a', ['en' => 'A']), new Option('b', [])]), 'option_empty'];
        yield 'more than all points' => [self::question('a', QuestionKind::Single, options: self::options(['a' => 101, 'b' => 0])), 'points_out_of_range'];
        yield 'a scored number without enough' => [self::question('a', QuestionKind::Number, 100), 'number_needs_enough'];
        yield 'hangs on a later one' => [self::question('a', QuestionKind::Long, showIf: new Condition('later', ['x'])), 'condition_not_earlier'];
        yield 'nobody could go on' => [self::question('a', QuestionKind::YesNo, options: self::options(['yes' => 0, 'no' => 0]), knockOut: true, accept: ['maybe']), 'knock_out_stops_all'];
        yield 'a knock-out number without a limit' => [self::question('a', QuestionKind::Number, knockOut: true), 'knock_out_without_limit'];
        yield 'a text that knocks out' => [self::question('a', QuestionKind::Short, knockOut: true), 'text_knocks_nobody_out'];
        yield 'a negative weight' => [self::question('a', QuestionKind::Long, -5), 'weight_out_of_range'];
    }

    #[DataProvider('unsound')]
    public function testUnsoundQuestionsAreHeldBack(Question $question, string $code): void
    {
        self::assertContains($code, array_map(static fn (Refusal $r): string => $r->code, (new Questionnaire([$question]))->blockers()));
    }

    public function testWeightsMustTotalAHundredIfAnyCounts(): void
    {
        self::assertSame([], self::pair()->blockers());
        self::assertSame([], self::conditional()->blockers());
        self::assertSame([], (new Questionnaire([]))->blockers());
        self::assertSame([], (new Questionnaire([self::question('t', QuestionKind::Long)]))->blockers(), 'unscored questions need no weights');
        $refusal = (new Questionnaire([self::question('a', QuestionKind::Long, 60)]))->blockers()[0];
        self::assertSame(['questions', 'weights_not_100', ['total' => 60]], [$refusal->field, $refusal->code, $refusal->data]);
    }

    public function testTheRestIsSpreadEvenlyAndLockedOnesStay(): void
    {
        self::assertSame(['a' => 34, 'b' => 33, 'c' => 33], Weights::spread(['a' => 0, 'b' => 0, 'c' => 90], []));
        self::assertSame(['a' => 40, 'b' => 30, 'c' => 30], Weights::spread(['a' => 40, 'b' => 1, 'c' => 1], ['a' => true]));
        foreach ([[['a' => 60, 'b' => 50, 'c' => 0], ['a' => true, 'b' => true]], [['a' => 60], ['a' => true]]] as [$weights, $locked]) {
            try {
                Weights::spread($weights, $locked);
                self::fail('It can not make 100.');
            } catch (Refused $refused) {
                self::assertSame('weights_locked', $refused->refusals[0]->code);
            }
        }
        self::assertSame(['a' => 35, 'b' => 15, 'c' => 50], Weights::shift(['a' => 30, 'b' => 20, 'c' => 50], 'a', 5));
        self::assertSame(['a' => 0, 'b' => 50, 'c' => 50], Weights::shift(['a' => 30, 'b' => 20, 'c' => 50], 'a', -99));
        self::assertSame(['a' => 30, 'b' => 70, 'c' => 0], Weights::shift(['a' => 30, 'b' => 20, 'c' => 50], 'b', 99));
        self::assertSame(['a' => 30, 'c' => 70], Weights::shift(['a' => 30, 'c' => 70], 'c', 5), 'the last has no neighbour');
    }

    public function testStoredQuestionsComeBackTheSame(): void
    {
        foreach ([...self::pair()->questions, ...self::conditional()->questions] as $question) {
            $stored = json_decode((string) json_encode($question->toArray()), true);
            self::assertTrue(\is_array($stored));
            self::assertEquals($question, Question::fromArray($stored));
        }
        self::assertSame(QuestionKind::Long, Question::fromArray(['kind' => 'unheard of'])->kind);
    }

    public function testTextsFallBackToEnglish(): void
    {
        $question = self::question('a', QuestionKind::Single, texts: ['en' => 'Shifts?', 'pl' => 'Zmiany?'], options: [new Option('y', ['en' => 'Yes', 'nb' => 'Ja'])]);
        self::assertSame(['Shifts?', 'Shifts?', 'Zmiany?'], [$question->text('en'), $question->text('nb'), $question->text('pl')]);
        self::assertSame(['Ja', 'Yes'], [$question->said('y', 'nb'), $question->said('y', 'pl')]);
        self::assertSame('Tak?', Question::inLanguage(['pl' => 'Tak?'], 'nb'));
    }

    /**
     * @param array<int|string, string> $answers
     *
     * @return array<string, string>
     */
    private static function named(array $answers): array
    {
        return array_filter($answers, is_string(...), \ARRAY_FILTER_USE_KEY);
    }

    private static function pair(): Questionnaire
    {
        return new Questionnaire([
            self::question('paper', QuestionKind::YesNo, 60, options: self::options(['yes' => 100, 'no' => 0]), knockOut: true, accept: ['yes']),
            self::question('shift', QuestionKind::Single, 40, options: self::options(['yes' => 100, 'some' => 50, 'no' => 0])),
        ]);
    }

    private static function conditional(): Questionnaire
    {
        return new Questionnaire([
            self::question('ship', QuestionKind::YesNo, 20, options: self::options(['yes' => 100, 'no' => 0])),
            self::question('years', QuestionKind::Number, 30, enough: 5, showIf: new Condition('ship', ['yes'])),
            self::question('cold', QuestionKind::YesNo, 20, options: self::options(['yes' => 100, 'no' => 0]), knockOut: true, accept: ['yes'], showIf: new Condition('years', [], '5')),
            self::question('open', QuestionKind::Long, 30),
        ]);
    }

    /**
     * @param array<string, string>|null $texts
     * @param list<Option>               $options
     * @param list<string>               $accept
     */
    private static function question(string $id, QuestionKind $kind, int $weight = 0, bool $required = true, ?array $texts = null, array $options = [], bool $knockOut = false, array $accept = [], ?int $enough = null, ?int $least = null, ?int $most = null, ?string $latest = null, ?Condition $showIf = null): Question
    {
        return new Question($id, $texts ?? ['en' => "$id?"], $kind, $weight, $required, $options, $knockOut, $accept, $enough, $least, $most, $latest, $showIf);
    }

    /**
     * @param array<string, int> $points
     *
     * @return list<Option>
     */
    private static function options(array $points): array
    {
        return array_map(static fn (string $key, int $p): Option => new Option($key, ['en' => strtoupper($key)], $p), array_keys($points), array_values($points));
    }
}
