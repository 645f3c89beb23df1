<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Pay\Band;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Workflow\ApplicationFacts;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\ApprovalChain;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\KnockOut;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Core\Workflow\Task;
use Jorvent\Core\Workflow\Urgency;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(ApplicationFacts::class)]
#[CoversClass(ApprovalChain::class)]
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

    public function testWhoIsAskedForABrief(): void
    {
        $chain = new ApprovalChain();
        $band = new Band(Money::major(620_000, 'NOK'), Money::major(760_000, 'NOK'));
        $reasons = static fn (int $top, int $positions, ?int $plan): array => array_map(static fn (ApprovalStep $s): string => $s->post->value.' '.$s->reason, $chain->forBrief(Money::major($top, 'NOK'), $band, $positions, 38, $plan));
        self::assertSame(['department_head positions_are_theirs'], $reasons(760_000, 2, 42));
        self::assertSame(['department_head positions_are_theirs', 'finance above_band'], $reasons(764_000, 2, 42));
        self::assertSame(['department_head positions_are_theirs', 'finance over_plan'], $reasons(760_000, 5, 42));
        self::assertSame(['department_head positions_are_theirs'], $reasons(760_000, 5, null));
        self::assertSame(['by' => 4000, 'currency' => 'NOK'], $chain->forBrief(Money::major(764_000, 'NOK'), $band, 1, 0, null)[1]->data);
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
