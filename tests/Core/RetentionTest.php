<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Retention\Asked;
use Jorvent\Core\Retention\Ground;
use Jorvent\Core\Retention\Keeping;
use Jorvent\Core\Retention\Purpose;
use Jorvent\Core\Retention\Rules;
use Jorvent\Core\Retention\Step;
use Jorvent\Core\Shared\Refused;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** Until when data is kept and what is due on a day. */
#[CoversNothing]
final class RetentionTest extends TestCase
{
    public function testTheLongestReasonHoldsAndWhatLastsHasNoEnd(): void
    {
        self::assertSame('2027-05-31', self::keeping('2027-05-31', '2026-12-01')->until?->format('Y-m-d'));
        self::assertNull(self::keeping('2027-05-31', null)->until);
        self::assertNull(self::keeping(null)->until);
    }

    public function testMonthsEndOnTheSameDayOrTheMonthsLast(): void
    {
        $rules = new Rules(6, 12, 1, 30);
        $after = static fn (Purpose $p, string $day): ?string => $rules->after($p, new \DateTimeImmutable($day))?->format('Y-m-d');
        self::assertSame('2027-02-28', $after(Purpose::Application, '2026-08-31 17:30'));
        self::assertSame('2028-02-29', $after(Purpose::Sourced, '2028-01-31'));
        self::assertSame('2027-06-15', $after(Purpose::Future, '2026-06-15'));
        self::assertNull($after(Purpose::Hired, '2026-06-15'), 'the law on staff records holds');
    }

    public function testNobodyIsErasedWhoCouldHaveBeenAskedAndWasNot(): void
    {
        $rules = new Rules(askDays: 30);
        $keeping = self::keeping('2026-12-31');
        $day = static fn (?string $d): ?\DateTimeImmutable => null === $d ? null : new \DateTimeImmutable($d);
        $step = static fn (string $today, ?string $delivered, bool $can = true): Step => $keeping->step($rules, new \DateTimeImmutable($today), new Asked($day($delivered), $day($delivered)), $can);
        self::assertSame([Step::Keep, Step::Ask, Step::Wait, Step::Wait, Step::Erase], [$step('2026-11-30', null), $step('2026-12-01', null), $step('2026-12-02', '2026-12-01'), $step('2026-12-31', '2026-12-01'), $step('2027-01-01', '2026-12-01')]);
        // asked late: a fortnight to answer
        self::assertSame([Step::Ask, Step::Wait, Step::Wait, Step::Erase], [$step('2027-03-01', null), $step('2027-03-02', '2027-03-01 23:59'), $step('2027-03-15', '2027-03-01 23:59'), $step('2027-03-16', '2027-03-01 23:59')]);
    }

    public function testWhoCanNotBeReachedIsAnAdminsToDecideForAMonth(): void
    {
        $rules = new Rules(askDays: 30);
        $keeping = self::keeping('2026-12-31');
        $step = static fn (string $today, Asked $asked, bool $can): Step => $keeping->step($rules, new \DateTimeImmutable($today), $asked, $can);
        $written = new \DateTimeImmutable('2026-12-01');
        // no address; and a question that was written and never arrived
        foreach ([[new Asked(), false], [new Asked($written), true]] as [$asked, $can]) {
            self::assertSame([Step::Wait, Step::Wait, Step::AskAdmin], [$step('2026-12-05', $asked, $can), $step('2026-12-31', $asked, $can), $step('2027-01-01', $asked, $can)]);
        }
        $admin = new Asked($written, null, new \DateTimeImmutable('2027-01-01'));
        self::assertSame([Step::Wait, Step::Wait, Step::Erase], [$step('2027-01-02', $admin, true), $step('2027-01-31', $admin, true), $step('2027-02-01', $admin, true)]);
        // it arrives after all: their own fortnight counts
        $late = new Asked($written, new \DateTimeImmutable('2027-01-25'), new \DateTimeImmutable('2027-01-01'));
        self::assertSame([Step::Wait, Step::Erase], [$step('2027-02-08', $late, true), $step('2027-02-09', $late, true)]);
    }

    /** However days fall: nobody is erased before the last day, within a fortnight of a question that arrived, or within a month of asking an admin instead. */
    public function testErasingIsNeverEarly(): void
    {
        mt_srand(7);
        $erased = 0;
        for ($i = 0; $i < 3000; ++$i) {
            $day = static fn (): \DateTimeImmutable => (new \DateTimeImmutable('2026-01-01'))->modify('+'.mt_rand(0, 900).' days');
            $maybe = static fn (): ?\DateTimeImmutable => 0 === mt_rand(0, 2) ? null : $day();
            [$until, $today, $asked] = [$day(), $day(), new Asked($maybe(), $maybe(), $maybe())];
            $can = 0 !== mt_rand(0, 3);
            $step = Keeping::of([new Ground(Purpose::Sourced, 'dropped', new \DateTimeImmutable('2026-01-01'), $until)])->step(new Rules(askDays: mt_rand(14, 90)), $today, $asked, $can);
            if (Step::Erase === $step) {
                ++$erased;
                self::assertTrue($today > $until && (!$can || null !== $asked->at));
                self::assertTrue(null !== $asked->delivered ? $today > $asked->delivered->modify('+14 days') : null !== $asked->admin && $today > $asked->admin->modify('+30 days'));
            }
        }
        self::assertGreaterThan(300, $erased);
    }

    public function testRulesOutOfRangeAreRefusedAtTheirField(): void
    {
        try {
            new Rules(0, 61, 12, 7);
            self::fail('Refused.');
        } catch (Refused $refused) {
            self::assertSame(['application', 'future', 'ask_days'], array_column($refused->refusals, 'field'));
        }
    }

    private static function keeping(?string $first, ?string ...$until): Keeping
    {
        return Keeping::of(array_map(static fn (?string $u): Ground => new Ground(Purpose::Application, 'careers', new \DateTimeImmutable('2026-01-01'), null === $u ? null : new \DateTimeImmutable($u)), [$first, ...array_values($until)]));
    }
}
