<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Fit\Facts;
use Jorvent\Core\Fit\Measure;
use Jorvent\Core\Fit\Wanted;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Query\ProblemCode;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Search\Context;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Gazetteer;
use Jorvent\Core\Search\Index\Compile;
use Jorvent\Core\Search\Index\Keys;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Licence;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Search\Study;
use Jorvent\Core\Workflow\ApplicationFacts;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\ApprovalRound;
use Jorvent\Core\Workflow\KnockOut;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Core\Workflow\Task;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** How many of each thing there may be, and tables of states, each looked at in every case. */
#[CoversNothing]
final class LimitsTest extends TestCase
{
    public function testOfSomeoneWithManyJobsStudiesAndCertificatesTheNewestAreTiedTogether(): void
    {
        $person = new Profile(
            new Document(),
            stints: array_map(static fn (int $i): Stint => new Stint("Post$i", "Yard$i", 24_000 - $i, 24_000 - $i), range(0, 25)),
            studies: array_map(static fn (int $i): Study => new Study("School$i", "Field$i", 'master', 'full', 2000), range(0, 9)),
            licences: array_map(static fn (int $i): Licence => new Licence("Ticket$i", null), range(0, 13)),
        );
        $keys = Keys::facts($person);
        $slots = static function (string $letter) use ($keys): array {
            preg_match_all("/^$letter(\\d+)(?::|$)/m", implode("\n", $keys), $m);
            $numbers = array_unique(array_map(intval(...), $m[1]));
            sort($numbers);

            return $numbers;
        };
        self::assertSame([range(0, 23), range(0, 7), range(0, 11)], [$slots('j'), $slots('e'), $slots('c')]);
        self::assertContains('v:t:post25', $keys, 'older ones are found all the same');
    }

    public function testAPlanLooksThroughAsManyAsAnyoneHas(): void
    {
        $context = new Context(new \DateTimeImmutable('2026-12-01'), [], new Gazetteer([]), AnswerChance::unlearned());
        $last = static function (Criterion $row, string $letter, int $jobs, int $studies, int $certificates) use ($context): int {
            $plan = serialize((new Compile($context, ['j' => $jobs, 'e' => $studies, 'c' => $certificates]))->row($row)->all);
            preg_match_all("/\"$letter(\\d+)(?::|\")/", $plan, $m);

            return [] === $m[1] ? -1 : max(array_map(intval(...), $m[1]));
        };
        $job = new Criterion(Kind::OneJob, parts: [new Criterion(Kind::Title, ['welder']), new Criterion(Kind::Years, from: 2)]);
        $study = new Criterion(Kind::OneStudy, parts: [new Criterion(Kind::School, ['Bergen']), new Criterion(Kind::Level, from: 3)]);
        $certificate = new Criterion(Kind::Certificate, ['STCW'], day: '2027-01-01');
        self::assertSame([4, 2, 1], [$last($job, 'j', 5, 3, 2), $last($study, 'e', 5, 3, 2), $last($certificate, 'c', 5, 3, 2)]);
        self::assertSame([-1, -1, -1], [$last($job, 'j', 0, 0, 0), $last($study, 'e', 0, 0, 0), $last($certificate, 'c', 0, 0, 0)]);
    }

    public function testOnlyAlternativesThatSomeoneWroteAreCountedOneByOne(): void
    {
        $alternatives = static fn (string $query): int => \count((new Compile(new Context(
            new \DateTimeImmutable('2026-12-01'), [], new Gazetteer([]), AnswerChance::unlearned(),
        )))->row((new Parser())->parse($query)->node ?? self::fail($query))->alternatives);
        self::assertSame([2, 0, 0, 0], array_map($alternatives, ['plc OR scada', 'plc scada', 'plc', 'e-mail']));
    }

    public function testLongNamesAreCutWhereTheyAreKeptWhole(): void
    {
        $cut = static fn (int $n): int => mb_strlen(explode('|', (string) Keys::whole(str_repeat('å', $n)))[1]);
        self::assertSame([119, 120, 120], [$cut(119), $cut(120), $cut(121)]);
        self::assertNull(Keys::whole(' '));
    }

    public function testASearchHasAsManyRowsAsItMayHave(): void
    {
        $lines = static fn (int $n): array => array_map(static fn (int $i): string => "years;from=$i", range(1, $n));
        $read = static fn (int $n): int => \count(Search::of('', $lines($n))->criteria);
        self::assertSame([39, 40, 40], array_map($read, [39, 40, 41]));
        $more = array_fill(0, 41, ['kind' => 'years', 'from' => 3]);
        self::assertCount(40, Search::fromArray(['criteria' => $more])->criteria);
        self::assertCount(39, Search::fromArray(['criteria' => \array_slice($more, 2)])->criteria);
        self::assertSame([true, false], [(new Search(' '))->isEmpty(), (new Search('a'))->isEmpty()]);
        self::assertFalse(Search::of('', $lines(1))->isEmpty());
    }

    public function testWhatIsSaidOfEmptyBrackets(): void
    {
        $repair = static function (string $query): array {
            $problem = (new Parser())->parse($query)->problems[0] ?? null;

            return [$problem?->code, $problem?->repaired];
        };
        self::assertSame([ProblemCode::EmptyGroup, 'plc  scada'], $repair('plc () scada'));
        self::assertSame([ProblemCode::EmptyGroup, 'plc'], $repair('plc (  )'));
        self::assertSame([ProblemCode::BracketNotClosed, 'plc (scada)'], $repair('plc (scada '));
    }

    public function testOfTitlesThatAreAlikeTheNewestIsNamed(): void
    {
        $month = 12 * 2026 + 10;
        $cook = new Stint('Cook', 'A', $month - 5, null, true);
        $jobs = [$cook, new Stint('Welder', 'B', null, null), new Stint('Welder', 'C', null, null)];
        $facts = Facts::of(new Profile(new Document(), stints: $jobs));
        $measure = new Measure(new Wanted([], [], titles: ['Welder']), new \DateTimeImmutable('2026-11-23'));
        [, $reason, $why] = $measure->all($facts)[0];
        self::assertSame(['title', ['job' => 1]], [$reason, $why]);
    }

    public function testOneYesOfAnyIsEnoughForItsOwnGroupAlone(): void
    {
        $ask = static fn (int $id, int $rank, int $group, bool $any, string $state): array => [
            'id' => $id, 'rank' => $rank, 'group' => $group, 'any' => $any, 'state' => $state,
        ];
        $agreed = $ask(1, 1, 1, true, 'agreed');
        $spare = static fn (int $rank, int $group, bool $any): array => ApprovalRound::look(
            [$agreed, $ask(2, $rank, $group, $any, 'waiting')],
        )['spare'];
        self::assertSame([[2], [], [], []], [$spare(1, 1, true), $spare(2, 1, true), $spare(1, 2, true), $spare(1, 1, false)]);
        $two = [$ask(2, 2, 1, false, 'waiting'), $ask(3, 1, 1, false, 'waiting')];
        self::assertSame(['open' => [3], 'spare' => [], 'done' => false], ApprovalRound::look($two));
        self::assertSame(['open' => [], 'spare' => [], 'done' => true], ApprovalRound::look([$agreed]));
    }

    public function testATaskHoldsUpNobodyUnlessItIsSaid(): void
    {
        $now = new \DateTimeImmutable('2026-12-01');
        self::assertSame(0, (new Task('read', 1, $now, $now))->blocks);
    }

    public function testStatesOfARequisition(): void
    {
        $of = static fn (callable $is): array => array_map(
            static fn (RequisitionState $s): string => $s->value, array_values(array_filter(RequisitionState::cases(), $is)),
        );
        self::assertSame(['draft', 'sent_back'], $of(static fn (RequisitionState $s): bool => $s->isEditable()));
        self::assertSame(['approved', 'on_hold'], $of(static fn (RequisitionState $s): bool => $s->isUnderWay()));
        self::assertSame(['declined', 'filled', 'cancelled'], $of(static fn (RequisitionState $s): bool => $s->isEnded()));
    }

    public function testStagesFollowOneAnother(): void
    {
        $stages = Stage::cases();
        foreach ($stages as $i => $stage) {
            self::assertSame($stages[$i + 1] ?? null, $stage->next());
            foreach ($stages as $j => $other) {
                self::assertSame($i < $j, $stage->isBefore($other));
            }
        }
        self::assertSame([2, 3, 3, 7, 2, 14, 0], array_map(static fn (Stage $s): int => $s->agreedDays(), $stages));
    }

    public function testWhoMayBeMovedWhere(): void
    {
        $moving = static fn (Stage $at, Stage $to, KnockOut $knock = KnockOut::None, bool $approved = true, bool $offer = false): array => (
            new ApplicationFacts($at, ApplicationState::Active, $knock, $approved, offerOpen: $offer)
        )->moveBlockers($to);
        self::assertSame([], $moving(Stage::New, Stage::Screening));
        self::assertSame(['already_there'], $moving(Stage::New, Stage::New));
        self::assertSame(['hired_by_signature'], $moving(Stage::New, Stage::Hired));
        self::assertSame([], $moving(Stage::Decision, Stage::Offer, offer: true));
        self::assertSame(['offer_open'], $moving(Stage::Offer, Stage::Decision, offer: true));
        self::assertSame(['knock_out_open'], $moving(Stage::New, Stage::Screening, KnockOut::Failed));
        self::assertSame(['knock_out_confirmed'], $moving(Stage::New, Stage::Screening, KnockOut::Confirmed));
        self::assertSame([], $moving(Stage::New, Stage::Screening, KnockOut::Overruled));
        self::assertSame(['not_approved'], $moving(Stage::New, Stage::Screening, approved: false));
        $gone = new ApplicationFacts(Stage::New, ApplicationState::Withdrawn, KnockOut::None, true);
        self::assertSame([['not_active'], ['not_active']], [$gone->moveBlockers(Stage::Screening), $gone->closeBlockers()]);
    }
}
