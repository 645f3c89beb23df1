<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Calendar\Attendee;
use Jorvent\Core\Calendar\FreeTimes;
use Jorvent\Core\Calendar\Intervals;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Fit\Learning;
use Jorvent\Core\Fit\Wanted;
use Jorvent\Core\Fit\Weights;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Screening\Condition;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Search\Context;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Gazetteer;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Ladder;
use Jorvent\Core\Search\Licence;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Split;
use Jorvent\Core\Search\Widen;
use Jorvent\Core\Shared\Interval;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Workflow\ApprovalChain;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\Post;
use Jorvent\Core\Workflow\Stage;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** What lies exactly on a boundary of searching, fit and screening, and one beyond it. */
#[CoversNothing]
final class SearchBoundariesTest extends TestCase
{
    private const TODAY = '2026-12-01';

    public function testAnAnswerMayBeAsLongAsIsStated(): void
    {
        $refused = static function (QuestionKind $kind, int $length): array {
            $questions = new Questionnaire([new Question('q', ['en' => 'Why?'], $kind)]);

            return array_map(static fn (Refusal $r): string => $r->code, $questions->refuse(['q' => str_repeat('å', $length)]));
        };
        foreach ([[QuestionKind::Short, Questionnaire::MAX_SHORT], [QuestionKind::Long, Questionnaire::MAX_TEXT]] as [$kind, $most]) {
            self::assertSame([[], ['answer_too_long']], [$refused($kind, $most), $refused($kind, $most + 1)]);
        }
    }

    public function testANumberEarnsItsShareOfWhatIsEnoughRoundedDown(): void
    {
        $question = new Question('q', ['en' => 'Years?'], QuestionKind::Number, enough: 3);
        $points = array_map($question->points(...), ['', '0', '1', '2', '3', '4']);
        self::assertSame([0, 0, 33, 66, 100, 100], $points);
    }

    public function testAChanceIsWidenedDownToNothingAndNoFurther(): void
    {
        $widened = static fn (?int $from): ?int => Widen::step(new Criterion(Kind::Chance, from: $from))?->from;
        self::assertSame([null, null, 0], [$widened(null), $widened(0), $widened(1)]);
    }

    public function testYearsAreWidenedDownwardsThenUpwards(): void
    {
        $widened = static function (?int $from, ?int $to): ?array {
            $step = Widen::step(new Criterion(Kind::Years, from: $from, to: $to));

            return null === $step ? null : [$step->from, $step->to];
        };
        self::assertSame([[0, 5], [0, 6], [null, 6], null, null], [
            $widened(1, 5), $widened(0, 5), $widened(null, 5), $widened(0, null), $widened(null, null),
        ]);
    }

    public function testALevelIsWidenedDownToTheFirst(): void
    {
        $widened = static fn (?int $from): ?int => Widen::step(new Criterion(Kind::Level, from: $from))?->from;
        self::assertSame([null, null, 1], [$widened(null), $widened(1), $widened(2)]);
    }

    /** Forms and addresses number them so. */
    public function testLevelsAreNumberedFromOne(): void
    {
        self::assertSame(range(1, 5), array_values(Kind::LEVELS));
        self::assertSame(range(1, 6), array_values(Kind::LANGUAGE_LEVELS));
    }

    public function testALanguageIsSpokenAtItsLevelOrBetter(): void
    {
        $profile = new Profile(new Document(), languages: ['no' => 5, 'de' => 0]);
        $passes = static fn (string $languages, ?int $from, Profile $of): bool => self::judge()->passes(
            new Criterion(Kind::Language, explode(' ', $languages), from: $from), $of,
        );
        self::assertSame([true, true, false], [
            $passes('no', null, $profile), $passes('no', 5, $profile), $passes('no', 6, $profile),
        ]);
        self::assertSame([true, false, false], [
            $passes('de', null, $profile), $passes('de', 1, $profile), $passes('pl', null, $profile),
        ]);
        self::assertTrue($passes('pl no', 5, $profile), 'one of them is enough');
        self::assertFalse($passes('no', null, new Profile(new Document())), 'nothing told is not known');
    }

    public function testAQuestionHangsOnADayFromTheFirstToTheLast(): void
    {
        $shown = static function (?string $least, ?string $most, string $day): bool {
            $on = new Question('day', ['en' => 'When?'], QuestionKind::Date);
            $then = new Question('then', ['en' => 'Why?'], QuestionKind::Short, showIf: new Condition('day', [], $least, $most));

            return (new Questionnaire([$on, $then]))->shown(['day' => $day])['then'];
        };
        self::assertSame([false, true, true, false], array_map(
            static fn (string $day): bool => $shown('2027-01-10', '2027-01-20', $day),
            ['2027-01-09', '2027-01-10', '2027-01-20', '2027-01-21'],
        ));
        self::assertSame([true, false], [$shown(null, '2027-01-20', '2020-01-01'), $shown(null, '2027-01-20', '2027-01-21')]);
        self::assertSame([false, true], [$shown('2027-01-10', null, '2027-01-09'), $shown('2027-01-10', null, '2030-01-01')]);
    }

    public function testAMarkCountsFromNothingToAHundred(): void
    {
        $questions = new Questionnaire([new Question('q', ['en' => 'Why?'], QuestionKind::Long, weight: 100)]);
        $total = static fn (int $mark): ?int => $questions->score(['q' => 'Because.'], ['q' => $mark])->value;
        self::assertSame([0, 0, 1, 99, 100, 100], array_map($total, [-1, 0, 1, 99, 100, 101]));
    }

    public function testMoreThanHalfOfTheBestMustHaveIt(): void
    {
        self::assertSame([false, true], [Split::couldKeepTheBest(4, 2), Split::couldKeepTheBest(4, 3)]);
    }

    public function testAnOfferAboveItsBandGoesToFinanceAfterTheHead(): void
    {
        $band = new Band(Money::major(600_000, 'NOK'), Money::major(700_000, 'NOK'));
        $steps = static fn (int $base): array => array_map(
            static fn (ApprovalStep $s): array => [$s->post, $s->rank, $s->data['by']],
            (new ApprovalChain())->forOffer(Money::major($base, 'NOK'), $band),
        );
        $head = static fn (int $by): array => [Post::DepartmentHead, 1, $by];
        self::assertSame([[], [$head(1)], [$head(50_000)], [$head(50_001), [Post::Finance, 2, 1]]], [
            $steps(650_000), $steps(650_001), $steps(700_000), $steps(700_001),
        ]);
    }

    public function testDaysThatAreAgreedForEachStage(): void
    {
        $days = array_map(static fn (Stage $s): int => $s->agreedDays(), Stage::cases());
        self::assertSame([2, 3, 3, 7, 2, 14, 0], $days, 'nobody waits once hired');
    }

    public function testACertificateIsInForceOnItsLastDay(): void
    {
        $profile = new Profile(new Document(), licences: [new Licence('Class welder', new \DateTimeImmutable('2027-03-31'))]);
        $passes = static fn (string $day): bool => self::judge()->passes(new Criterion(Kind::Certificate, ['welder'], day: $day), $profile);
        self::assertSame([true, true, false], [$passes(''), $passes('2027-03-31'), $passes('2027-04-01')]);
    }

    public function testWithinSoManyMonthsCountsTheDayItself(): void
    {
        $passes = static fn (?int $to, string $active): bool => self::judge()->passes(
            new Criterion(Kind::Active, to: $to), new Profile(new Document(), active: new \DateTimeImmutable($active)),
        );
        self::assertSame([true, false], [$passes(null, '2026-12-01'), $passes(null, '2026-11-30')], 'nothing said is today');
        self::assertSame([true, false], [$passes(2, '2026-10-01'), $passes(2, '2026-09-30')]);
    }

    public function testProposedTimesOfADayAreAsManyAsAreAskedFor(): void
    {
        $at = static fn (string $time): \DateTimeImmutable => new \DateTimeImmutable($time.' UTC');
        $window = new Interval($at('2026-12-01 00:00'), $at('2026-12-03 00:00'));
        $someone = new Attendee('one', new WorkingHours(new \DateTimeZone('UTC'), 480, 960), Intervals::of());
        $days = static fn (int $perDay, int $limit): array => array_count_values(array_map(
            static fn (Interval $slot): string => $slot->start->format('j H'),
            (new FreeTimes())->propose([$someone], $window, 60, $limit, $perDay),
        ));
        self::assertSame(['1 08' => 1, '1 09' => 1, '2 08' => 1, '2 09' => 1], $days(2, 12));
        self::assertSame(['1 08' => 1, '1 09' => 1, '1 10' => 1], $days(4, 3));
    }

    public function testTheFirstTitleIsTheOneThatIsMeasured(): void
    {
        $parts = (new Wanted(['plc'], [], ['Electrician', 'Fitter'], 0, 5))->parts();
        self::assertSame(
            [['kind' => 'must', 'text' => 'plc'], ['kind' => 'title', 'text' => 'Electrician'], ['kind' => 'years', 'text' => '0']], $parts,
        );
    }

    public function testAWordAddsThoseWhoSayItAlone(): void
    {
        $rows = [[true], [true], [true], [false]];
        $hits = [[[true, true, false]], [[true, false, false]], [[false, false, true]], [[true, false, false]]];
        $ladder = Ladder::ofPeople(1, $rows, $hits);
        self::assertSame([1, 0, 1], $ladder->rungs[0]->adds, 'who says two would be found without either');
        self::assertSame([3, 3, 1, 1], [$ladder->rungs[0]->alone, $ladder->rungs[0]->left, $ladder->rungs[0]->without, $ladder->oneShort]);
    }

    public function testTwoPartsThatCountAreWeighed(): void
    {
        $asked = static fn (Weights $prior): array => Learning::telling($prior, [], [[.1, .9], [.9, .1]], 1);
        self::assertCount(1, $asked(Weights::of(new Wanted(['a', 'b'], []))));
        self::assertSame([], $asked(Weights::shares([1.0, .0])), 'one that counts and one that does not need no weighing');
    }

    public function testOfAWordWithAnApostropheSingleLettersAreNoWords(): void
    {
        $terms = array_map(static fn ($token): string => $token->term, (new Tokeniser())->tokens("O'Hara of it's"));
        self::assertContains('ohara', $terms);
        self::assertContains('hara', $terms);
        self::assertSame([], array_values(array_intersect(['o', 's'], $terms)));
        self::assertContains('it', $terms, 'two letters are one');
    }

    private static function judge(): Judge
    {
        return new Judge(new Context(new \DateTimeImmutable(self::TODAY), [], new Gazetteer([]), AnswerChance::unlearned()));
    }
}
