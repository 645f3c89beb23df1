<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Calendar\WorkingDays;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Workflow\ApplicationFacts;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\ApprovalChain;
use Jorvent\Core\Workflow\ApprovalCondition;
use Jorvent\Core\Workflow\ApprovalRound;
use Jorvent\Core\Workflow\ApprovalRule;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\KnockOut;
use Jorvent\Core\Workflow\Post;
use Jorvent\Core\Workflow\RequisitionAct;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Core\Workflow\Task;
use Jorvent\Core\Workflow\Urgency;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(ApplicationFacts::class)]
#[CoversClass(ApprovalChain::class)]
#[CoversClass(ApprovalRound::class)]
#[CoversClass(ApprovalRule::class)]
#[CoversClass(RequisitionAct::class)]
#[CoversClass(WorkingDays::class)]
#[CoversClass(Stage::class)]
#[CoversClass(Task::class)]
final class WorkflowTest extends TestCase
{
    public function testMoving(): void
    {
        $facts = static fn (ApplicationState $state = ApplicationState::Active, KnockOut $k = KnockOut::None, bool $approved = true, bool $offer = false): ApplicationFacts => new ApplicationFacts(Stage::Interview, $state, $k, $approved, true, $offer);
        self::assertSame([], $facts()->moveBlockers(Stage::Decision));
        self::assertSame([], $facts()->moveBlockers(Stage::New), 'back is allowed');
        self::assertSame(['already_there'], $facts()->moveBlockers(Stage::Interview));
        self::assertSame(['hired_by_signature'], $facts()->moveBlockers(Stage::Hired));
        self::assertSame(['not_active', 'knock_out_open', 'not_approved'], $facts(ApplicationState::Closed, KnockOut::Failed, false)->moveBlockers(Stage::Decision));
        self::assertSame(['knock_out_confirmed'], $facts(k: KnockOut::Confirmed)->moveBlockers(Stage::Decision));
        self::assertSame([], $facts(k: KnockOut::Overruled)->moveBlockers(Stage::Decision));
        self::assertSame(['offer_open'], $facts(offer: true)->moveBlockers(Stage::Screening));
    }

    public function testClosingWaitsForTheKnockOutAndTheOffer(): void
    {
        $facts = static fn (KnockOut $k, bool $offer): ApplicationFacts => new ApplicationFacts(Stage::New, ApplicationState::Active, $k, true, true, $offer);
        self::assertSame([], $facts(KnockOut::Confirmed, false)->closeBlockers());
        self::assertSame(['knock_out_open'], $facts(KnockOut::Failed, false)->closeBlockers());
        self::assertSame(['offer_open'], $facts(KnockOut::None, true)->closeBlockers());
    }

    public function testStagesInOrder(): void
    {
        $stage = Stage::New;
        $seen = [];
        while (null !== $stage) {
            $seen[] = $stage;
            $next = $stage->next();
            self::assertTrue(null === $next || ($stage->isBefore($next) && !$next->isBefore($stage)));
            $stage = $next;
        }
        self::assertSame(Stage::cases(), $seen);
    }

    public function testRulesSayWhoIsAskedAndWhy(): void
    {
        $rules = [
            new ApprovalRule(2, 'Money', 2, [new ApprovalCondition('over_band', 'above', 0), new ApprovalCondition('over_plan', 'above', 0)], false, [Post::Finance], false),
            new ApprovalRule(1, 'Head', 1, [], true, [Post::DepartmentHead], false),
            new ApprovalRule(3, 'Abroad and large', 3, [new ApprovalCondition('country', 'is_not', 'NO'), new ApprovalCondition('positions', 'at_least', 5)], true, [Post::Board, Post::People], true),
        ];
        $asked = static fn (array $facts): array => array_map(static fn (ApprovalStep $s): string => $s->rank.' '.$s->post->value.' '.$s->reason.($s->anyOf ? ' any' : ''), (new ApprovalChain())->forBrief($rules, array_filter($facts, static fn (mixed $f, mixed $name): bool => \is_string($name) && (\is_int($f) || \is_string($f)), \ARRAY_FILTER_USE_BOTH)));
        self::assertSame(['1 department_head positions_are_theirs'], $asked(['over_band' => 0, 'over_plan' => -2, 'positions' => 1, 'country' => 'GB']));
        self::assertSame(['1 department_head positions_are_theirs', '2 finance above_band'], $asked(['over_band' => 4000, 'positions' => 1]));
        self::assertSame(['1 department_head positions_are_theirs', '2 finance over_plan'], $asked(['over_plan' => 1, 'positions' => 5, 'country' => 'NO']));
        self::assertSame(['1 department_head positions_are_theirs', '3 board rule any', '3 people rule any'], $asked(['positions' => 5, 'country' => 'GB']));
        self::assertSame(['1 department_head positions_are_theirs'], $asked(['positions' => 5]), 'what is not known makes no clause true');
        self::assertSame(['by' => 4000, 'currency' => 'NOK', 'plan' => 0], array_diff_key((new ApprovalChain())->forBrief($rules, ['over_band' => 4000, 'currency' => 'NOK'])[1]->data, ['rule' => 1, 'positions' => 1]));
    }

    public function testNobodyIsAskedTwice(): void
    {
        $rules = [new ApprovalRule(1, 'a', 1, [], true, [Post::Finance], false), new ApprovalRule(2, 'b', 2, [], true, [Post::Finance, Post::Board], false), new ApprovalRule(3, 'c', 3, [], true, [Post::Board, Post::People], true)];
        self::assertSame(['finance', 'board'], array_map(static fn (ApprovalStep $s): string => $s->post->value, (new ApprovalChain())->forBrief($rules, [])), 'and of "any" one who is asked anyway is enough');
        self::assertFalse((new ApprovalCondition('over_band', 'is', 0))->isSound());
        self::assertFalse((new ApprovalCondition('weather', 'above', 0))->isSound());
        self::assertFalse((new ApprovalCondition('positions', 'above', 'many'))->isSound());
        self::assertTrue((new ApprovalCondition('country', 'is', 'NO'))->isSound());
    }

    public function testRanksFollowOneAnotherAndOneYesOfAnyIsEnough(): void
    {
        $row = static fn (int $id, int $rank, int $group, bool $any, string $state): array => ['id' => $id, 'rank' => $rank, 'group' => $group, 'any' => $any, 'state' => $state];
        self::assertSame(['open' => [1, 2], 'spare' => [], 'done' => false], ApprovalRound::look([$row(1, 1, 1, false, 'waiting'), $row(2, 1, 2, false, 'waiting'), $row(3, 2, 3, false, 'waiting')]));
        self::assertSame(['open' => [2], 'spare' => [], 'done' => false], ApprovalRound::look([$row(1, 1, 1, false, 'agreed'), $row(2, 1, 2, false, 'waiting'), $row(3, 2, 3, false, 'waiting')]));
        self::assertSame(['open' => [4], 'spare' => [3], 'done' => false], ApprovalRound::look([$row(1, 1, 1, false, 'agreed'), $row(2, 2, 3, true, 'agreed'), $row(3, 2, 3, true, 'waiting'), $row(4, 3, 4, false, 'waiting')]));
        self::assertSame(['open' => [], 'spare' => [3], 'done' => true], ApprovalRound::look([$row(2, 2, 3, true, 'agreed'), $row(3, 2, 3, true, 'waiting')]));
        self::assertSame(['open' => [3], 'spare' => [], 'done' => false], ApprovalRound::look([$row(2, 2, 3, false, 'agreed'), $row(3, 2, 3, false, 'waiting')]), 'all of a group must agree');
        self::assertTrue(ApprovalRound::look([])['done']);
    }

    public function testEveryStateIsReachedAndEveryActIsRefusedElsewhere(): void
    {
        $reached = [RequisitionState::Draft->value => true];
        do {
            $before = \count($reached);
            foreach (RequisitionState::cases() as $state) {
                foreach (isset($reached[$state->value]) ? $state->acts() : [] as $act) {
                    $reached[$act->to()->value] = true;
                }
            }
        } while (\count($reached) > $before);
        self::assertCount(\count(RequisitionState::cases()), $reached);
        foreach (RequisitionState::cases() as $state) {
            foreach (RequisitionAct::cases() as $act) {
                if (\in_array($state, $act->origins(), true)) {
                    self::assertSame($act->to(), $act->apply($state));
                    continue;
                }
                try {
                    $act->apply($state);
                    self::fail($act->value.' from '.$state->value);
                } catch (\Jorvent\Core\Shared\Refused $refused) {
                    self::assertCount(1, $refused->refusals);
                }
            }
        }
        self::assertSame([], RequisitionState::Declined->acts());
        self::assertSame([RequisitionAct::Reopen], RequisitionState::Filled->acts());
    }

    public function testWorkingDaysLeaveOutWeekendsAndHolidays(): void
    {
        $days = new WorkingDays(new \DateTimeZone('Europe/Oslo'), ['2026-05-14' => true, '2026-05-25' => true]);
        $at = static fn (string $t): \DateTimeImmutable => new \DateTimeImmutable($t);
        self::assertSame(1, $days->between($at('2026-05-08T15:00Z'), $at('2026-05-11T15:00Z')), 'Friday to Monday');
        self::assertSame(0, $days->between($at('2026-05-08T15:00Z'), $at('2026-05-11T14:59Z')));
        self::assertSame(1, $days->between($at('2026-05-13T08:00Z'), $at('2026-05-15T08:00Z')), 'Ascension day does not count');
        self::assertSame('2026-05-26', $days->after($at('2026-05-22T08:00Z'), 1)->format('Y-m-d'), 'over Whit Monday');
        for ($n = 0; $n < 30; ++$n) {
            self::assertSame($n, $days->between($at('2026-05-06T08:00Z'), $days->after($at('2026-05-06T08:00Z'), $n)));
        }
    }

    public function testWhoIsAskedForAnOffer(): void
    {
        $band = new Band(Money::major(620_000, 'NOK'), Money::major(760_000, 'NOK'));
        $posts = static fn (int $base): array => array_map(static fn (ApprovalStep $s): string => $s->post->value, (new ApprovalChain())->forOffer(Money::major($base, 'NOK'), $band));
        self::assertSame([], $posts(690_000));
        self::assertSame(['department_head'], $posts(690_001));
        self::assertSame(['department_head', 'finance'], $posts(760_001));
    }

    public function testTasksInOrder(): void
    {
        $now = new \DateTimeImmutable('2026-01-12T09:00:00Z');
        $task = static fn (string $kind, string $due, int $blocks = 0): Task => new Task($kind, 1, $now->modify('-3 days'), $now->modify($due), $blocks);
        $order = Task::inOrder([$task('later', '+5 days'), $task('late', '-2 days'), $task('soon', '+1 day'), $task('blocking', '+3 days', 3), $task('very late', '-9 days')]);
        self::assertSame(['very late', 'late', 'blocking', 'soon', 'later'], array_map(static fn (Task $t): string => $t->kind, $order));
        self::assertSame([Urgency::Overdue, Urgency::Overdue, Urgency::Later, Urgency::Soon, Urgency::Later], array_map(static fn (Task $t): Urgency => $t->urgency($now), $order));
    }
}
