<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Calendar\Intervals;
use Jorvent\Core\Organisation\Check;
use Jorvent\Core\Organisation\Finding;
use Jorvent\Core\Organisation\Structure;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Query\ProblemCode;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Search\Context;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Gazetteer;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Shared\Interval;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What lies exactly on a boundary, and one beyond it. */
#[CoversNothing]
final class BoundariesTest extends TestCase
{
    private const TODAY = '2026-12-01';

    public function testIntervalsThatTouchAreOneAndThoseASecondApartAreTwo(): void
    {
        $at = static fn (string $time): \DateTimeImmutable => new \DateTimeImmutable(self::TODAY.' '.$time.' UTC');
        $first = new Interval($at('08:00:00'), $at('09:00:00'));
        $count = static fn (string $next): int => \count(Intervals::of($first, new Interval($at($next), $at('10:00:00')))->list);
        self::assertSame([1, 2], [$count('09:00:00'), $count('09:00:01')]);
        $whole = new Interval($at('08:00:00'), $at('10:00:00'));
        self::assertEquals([$whole], Intervals::of($whole, new Interval($at('08:30:00'), $at('10:00:00')))->list);
    }

    /** @return iterable<string, array{BoardRules, Advert, int|null, list<string>}> */
    public static function adverts(): iterable
    {
        $advert = static fn (string $title, int $words, string $opened): Advert => new Advert(
            $title, '<p>x</p>', trim(str_repeat('word ', $words)), 'Bergen', null, new \DateTimeImmutable($opened),
        );
        yield 'a title as long as it may be' => [new BoardRules(maxTitle: 10), $advert('ten signs.', 5, self::TODAY), 1, []];
        yield 'one sign longer' => [new BoardRules(maxTitle: 10), $advert('ten signs..', 5, self::TODAY), 1, ['title_too_long']];
        yield 'as few words as it may have' => [new BoardRules(minWords: 5), $advert('A', 5, self::TODAY), 1, []];
        yield 'one fewer' => [new BoardRules(minWords: 5), $advert('A', 4, self::TODAY), 1, ['too_few_words']];
        yield 'as many words as it may have' => [new BoardRules(maxWords: 5), $advert('A', 5, self::TODAY), 1, []];
        yield 'one more' => [new BoardRules(maxWords: 5), $advert('A', 6, self::TODAY), 1, ['too_many_words']];
        yield 'as old as it may be' => [new BoardRules(openedWithinDays: 30), $advert('A', 5, '2026-11-01'), 1, []];
        yield 'a day older' => [new BoardRules(openedWithinDays: 30), $advert('A', 5, '2026-10-31'), 1, ['opened_too_long_ago']];
        yield 'as long as it may stand' => [new BoardRules(maxDays: 30), $advert('A', 5, self::TODAY), 30, []];
        yield 'a day longer' => [new BoardRules(maxDays: 30), $advert('A', 5, self::TODAY), 31, ['runs_too_long']];
    }

    /** @param list<string> $expected */
    #[DataProvider('adverts')]
    public function testRulesOfABoard(BoardRules $rules, Advert $advert, ?int $days, array $expected): void
    {
        $refused = $rules->refuse($advert, new \DateTimeImmutable(self::TODAY), $days);
        self::assertSame($expected, array_map(static fn (Refusal $r): string => $r->code, $refused));
    }

    public function testNoticeAndBarAreJudgedToTheDay(): void
    {
        $day = new \DateTimeImmutable(self::TODAY);
        $judge = new Judge(new Context($day, [], new Gazetteer([]), AnswerChance::unlearned()));
        $notice = new Criterion(Kind::Notice, to: 90);
        $of = static fn (int $days): Profile => new Profile(new Document(), notice: $days);
        self::assertSame([true, false], [$judge->passes($notice, $of(90)), $judge->passes($notice, $of(91))]);
        $barred = new Criterion(Kind::Barred);
        $until = static fn (string $d): Profile => new Profile(new Document(), barredUntil: new \DateTimeImmutable($d));
        $found = [$judge->passes($barred, $until(self::TODAY)), $judge->passes($barred, $until('2026-12-02'))];
        self::assertSame([false, true], $found, 'on the day itself they may be written to again');
    }

    public function testWhoWasNeverAskedIsNewAndWhoAnsweredEachTimeAlways(): void
    {
        $history = static fn (int $asked, int $answered): string => AnswerChance::history($asked, $answered);
        self::assertSame(['new', 'silent', 'some', 'always'], [$history(0, 0), $history(1, 0), $history(2, 1), $history(1, 1)]);
        self::assertSame('new', AnswerChance::history((new Profile(new Document()))->asked, 0), 'nobody was asked before someone asks');
        // as is thought before any letter: shares of a quarter, by how lately someone was active
        $chance = AnswerChance::unlearned();
        self::assertSame([38, 30, 20, 12, 22], array_map(static fn (int $a): int => $chance->percent('new', $a), range(0, 4)));
    }

    public function testAJobCountsForTheYearsThatItTouches(): void
    {
        $month = static fn (int $year, int $month): int => 12 * $year + $month - 1;
        $judge = new Judge(new Context(new \DateTimeImmutable(self::TODAY), [], new Gazetteer([]), AnswerChance::unlearned()));
        $welder = static fn (int $from, int $to): Criterion => new Criterion(Kind::Title, ['welder'], from: $from, to: $to);
        $profile = new Profile(new Document(), stints: [new Stint('Welder', 'Kvitholm Verft', $month(2014, 12), $month(2018, 1), false)]);
        $found = array_map(static fn (int $year): bool => $judge->passes($welder($year, $year), $profile), [2013, 2014, 2018, 2019]);
        self::assertSame([false, true, true, false], $found, 'from its first December to its last January');
    }

    public function testOnlyTheLastWordOfAPhraseMayBeABeginning(): void
    {
        $found = static fn (string $query): bool => (new Evaluator())->matches(
            (new Parser())->parse($query)->node ?? self::fail($query), Document::of('rebuilt shore power cabinets'),
        );
        self::assertSame([true, true, false], [$found('"shore power cab*"'), $found('"shore pow*"'), $found('"sho power"')]);
        self::assertFalse($found('"shore cab*"'), 'the words stand side by side');
    }

    public function testAProductIsRefusedBeforeItLeavesTheRange(): void
    {
        $most = intdiv(\PHP_INT_MAX, 2 * 3);
        self::assertSame(3 * $most, (new Money($most, 'EUR'))->times(3)->minor);
        $this->expectException(\LogicException::class);
        (new Money($most + 1, 'EUR'))->times(3);
    }

    public function testAQueryMayBeNestedAsDeepAsIsStated(): void
    {
        $problems = static function (int $depth): array {
            $parsed = (new Parser())->parse(str_repeat('(', $depth).'plc'.str_repeat(')', $depth));

            return array_map(static fn ($p): ProblemCode => $p->code, $parsed->errors());
        };
        self::assertSame([], $problems(Parser::MAX_DEPTH));
        self::assertContains(ProblemCode::TooDeep, $problems(Parser::MAX_DEPTH + 1));
    }

    public function testAsManyQuestionsAsAreStated(): void
    {
        $refused = static fn (int $count): array => array_map(static fn (Refusal $r): string => $r->code, (new Questionnaire(array_map(
            static fn (int $i): Question => new Question('q'.$i, ['en' => "Question $i?"], QuestionKind::Short),
            range(1, $count),
        )))->blockers());
        self::assertNotContains('too_many_questions', $refused(Questionnaire::MOST));
        self::assertContains('too_many_questions', $refused(Questionnaire::MOST + 1));
    }

    public function testOneUnitMayFollowAnotherUnderItsCodeTheDayAfter(): void
    {
        $findings = static function (string $from): array {
            $day = static fn (string $d): \DateTimeImmutable => new \DateTimeImmutable($d);
            $structure = new Structure(1, 'one', [
                new Unit(1, null, 'C', 'Company', UnitKind::Company),
                new Unit(2, 1, '10', 'Ropes', UnitKind::Department, to: $day('2026-12-31')),
                new Unit(3, 1, '10', 'Rigging', UnitKind::Department, from: $day($from)),
            ]);

            return array_map(static fn (Finding $f): string => $f->code, (new Check())->findings($structure, [], null, $day(self::TODAY)));
        };
        self::assertSame(['code_twice'], $findings('2026-12-31'));
        self::assertSame([], $findings('2027-01-01'));
        self::assertSame(['validity_gap'], $findings('2027-01-02'));
    }
}
