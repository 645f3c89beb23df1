<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Calendar\Attendee;
use Jorvent\Core\Calendar\FreeTimes;
use Jorvent\Core\Calendar\Interval;
use Jorvent\Core\Calendar\Intervals;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Fit\Learning;
use Jorvent\Core\Fit\Wanted;
use Jorvent\Core\Fit\Weights;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Tokeniser;
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
use Jorvent\Core\Search\Widen;
use Jorvent\Core\Shared\Refusal;
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
        $ladder = Ladder::ofPeople(1, $rows, [[[true, true, false]], [[true, false, false]], [[false, false, true]], [[true, false, false]]]);
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
