<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Calendar\Attendee;
use Jorvent\Core\Calendar\FreeTimes;
use Jorvent\Core\Calendar\Intervals;
use Jorvent\Core\Calendar\WorkingDays;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Pay\OfferTerms;
use Jorvent\Core\Pay\PayTerms;
use Jorvent\Core\Shared\Interval;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Workflow\ApprovalCondition;
use Jorvent\Core\Workflow\KeepFacts;
use Jorvent\Core\Workflow\Task;
use Jorvent\Core\Workflow\Urgency;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** Pay, days and approvals exactly on a boundary, and one beyond it. */
#[CoversNothing]
final class PayAndTimeBoundariesTest extends TestCase
{
    public function testTermsOfPay(): void
    {
        $fields = static fn (int $pays, int $hours, int $share): array => self::fields(
            (new PayTerms(Frequency::Year, $pays, $hours, $share))->blockers(),
        );
        self::assertSame([[], [], []], [$fields(12, 100, 1), $fields(13, 3750, 50), $fields(14, 6000, 100)]);
        self::assertSame([['pays'], ['pays']], [$fields(11, 3750, 100), $fields(15, 3750, 100)]);
        self::assertSame([['hours'], ['hours']], [$fields(12, 99, 100), $fields(12, 6001, 100)]);
        self::assertSame([['share'], ['share']], [$fields(12, 3750, 0), $fields(12, 3750, 101)]);
    }

    public function testABandIsAPositiveRangeAndHoldsItsEnds(): void
    {
        $band = new Band(new Money(1, 'NOK'), new Money(2, 'NOK'));
        $holds = array_map(static fn (int $minor): bool => $band->holds(new Money($minor, 'NOK')), [0, 1, 2, 3]);
        self::assertSame([false, true, true, false], $holds);
        foreach ([[0, 5], [5, 5], [6, 5], [-1, 5]] as [$bottom, $top]) {
            self::assertNotMade(static fn (): mixed => new Band(new Money($bottom, 'NOK'), new Money($top, 'NOK')));
        }
    }

    public function testRates(): void
    {
        $day = new \DateTimeImmutable('2026-11-02');
        self::assertSame(1, (new ExchangeRate('NOK', $day, 1))->perEuro);
        self::assertNotMade(static fn (): mixed => new ExchangeRate('NOK', $day, 0));
        $parsed = array_map(ExchangeRate::parse(...), ['0.000001', '0', '0.0000001', '999999.999999']);
        self::assertSame([1, null, null, 999_999_999_999], $parsed);
        self::assertNull(ExchangeRate::parse('1000000'));
        self::assertSame(11_500_000, ExchangeRate::parse('11.5'), 'decimals are filled up at the right');
    }

    public function testMinorUnitsOfTwoCurrenciesAreNotTheSame(): void
    {
        $day = new \DateTimeImmutable('2026-11-02');
        $yen = new ExchangeRate('JPY', $day, 160 * ExchangeRate::SCALE);
        $euro = new ExchangeRate('EUR', $day, ExchangeRate::SCALE);
        self::assertSame(16_000, ExchangeRate::convert(new Money(10_000, 'EUR'), $euro, $yen)->minor, '100.00 EUR are 16 000 JPY');
        self::assertSame(10_000, ExchangeRate::convert(new Money(16_000, 'JPY'), $yen, $euro)->minor, 'and back');
    }

    public function testDaysOfAnOffer(): void
    {
        $today = new \DateTimeImmutable('2026-12-01');
        $codes = static fn (int $base, string $first, string $answer): array => self::codes(
            (new OfferTerms(new Money($base, 'NOK'), new \DateTimeImmutable($first), new \DateTimeImmutable($answer)))->blockers($today),
        );
        self::assertSame([], $codes(1, '2027-02-01', '2026-12-02'));
        self::assertSame(['pay_not_positive'], $codes(0, '2027-02-01', '2026-12-02'));
        self::assertSame(['day_has_passed'], $codes(1, '2027-02-01', '2026-12-01'), 'an answer takes a day');
        self::assertSame([], $codes(1, '2027-03-01', '2027-01-30'), 'sixty days');
        self::assertSame(['answer_too_late'], $codes(1, '2027-03-01', '2027-01-31'));
        self::assertSame([], $codes(1, '2026-12-10', '2026-12-10'), 'an answer on the first day itself');
        self::assertSame(['answer_after_first_day'], $codes(1, '2026-12-10', '2026-12-11'));
        self::assertSame(['day_has_passed', 'answer_after_first_day'], $codes(1, '2026-12-01', '2026-12-02'));
    }

    public function testHoursOfADay(): void
    {
        $zone = new \DateTimeZone('UTC');
        self::assertSame(1440, (new WorkingHours($zone, 0, 1440))->toMinute);
        foreach ([[-1, 60], [0, 1441], [60, 60], [61, 60]] as [$from, $to]) {
            self::assertNotMade(static fn (): mixed => new WorkingHours($zone, $from, $to));
        }
        // Friday and Saturday: from the beginning of a window to its end, and nothing that is empty
        $hours = new WorkingHours($zone, 480, 960);
        $within = static fn (string $from, string $to): array => array_map(
            static fn (Interval $i): string => $i->start->format('D H:i').'-'.$i->end->format('H:i'),
            $hours->within(self::interval($from, $to))->list,
        );
        self::assertSame(['Fri 08:00-16:00'], $within('2026-12-04 00:00', '2026-12-07 00:00'));
        self::assertSame([], $within('2026-12-04 16:00', '2026-12-07 08:00'));
        self::assertSame(['Fri 15:59-16:00', 'Mon 08:00-08:01'], $within('2026-12-04 15:59', '2026-12-07 08:01'));
    }

    public function testIntervals(): void
    {
        self::assertNotMade(static fn (): mixed => self::interval('2026-12-01 08:00', '2026-12-01 08:00'));
        $eight = self::interval('2026-12-01 08:00', '2026-12-01 09:00');
        self::assertFalse($eight->overlaps(self::interval('2026-12-01 09:00', '2026-12-01 10:00')));
        self::assertFalse($eight->overlaps(self::interval('2026-12-01 07:00', '2026-12-01 08:00')));
        self::assertTrue($eight->overlaps(self::interval('2026-12-01 08:59', '2026-12-01 10:00')));
        self::assertTrue($eight->contains($eight));
        self::assertFalse($eight->contains(self::interval('2026-12-01 08:00', '2026-12-01 09:01')));
        self::assertFalse($eight->contains(self::interval('2026-12-01 07:59', '2026-12-01 09:00')));
        $left = static fn (Interval ...$taken): array => array_map(
            static fn (Interval $i): string => $i->start->format('H:i').'-'.$i->end->format('H:i'),
            Intervals::of($eight)->without(Intervals::of(...$taken))->list,
        );
        self::assertSame(['08:00-09:00'], $left(self::interval('2026-12-01 07:00', '2026-12-01 08:00')));
        self::assertSame(['08:00-09:00'], $left(self::interval('2026-12-01 09:00', '2026-12-01 10:00')));
        self::assertSame(['08:30-09:00'], $left(self::interval('2026-12-01 08:00', '2026-12-01 08:30')));
        self::assertSame(['08:00-08:30'], $left(self::interval('2026-12-01 08:30', '2026-12-01 09:00')));
        self::assertSame([], $left($eight));
    }

    public function testWorkingDays(): void
    {
        $days = new WorkingDays(new \DateTimeZone('Europe/Oslo'), ['2026-12-25' => true]);
        $moment = static fn (string $at): \DateTimeImmutable => new \DateTimeImmutable($at.' Europe/Oslo');
        $between = static fn (string $from, string $to): int => $days->between($moment($from), $moment($to));
        self::assertSame([0, 1, 1, 0], [
            $between('2026-12-01 15:00', '2026-12-02 14:59'), $between('2026-12-01 15:00', '2026-12-02 15:00'),
            $between('2026-12-04 15:00', '2026-12-07 15:00'), $between('2026-12-24 12:00', '2026-12-26 12:00'),
        ]);
        self::assertSame($moment('2026-12-01 15:00')->getTimestamp(), $days->after($moment('2026-12-01 15:00'), 0)->getTimestamp());
        self::assertSame($moment('2026-12-28 15:00')->getTimestamp(), $days->after($moment('2026-12-24 15:00'), 1)->getTimestamp());
        self::assertTrue($days->isWorking($moment('2026-12-04 23:59')), 'Friday');
        self::assertFalse($days->isWorking($moment('2026-12-05 00:00')), 'Saturday');
    }

    public function testAsManyTimesAsAskedForAndAsADayTakes(): void
    {
        $all = new WorkingHours(new \DateTimeZone('UTC'), 480, 960);
        $window = self::interval('2026-12-01 00:00', '2026-12-04 00:00');
        $times = static fn (int $minutes, int $limit, int $perDay): array => array_map(
            static fn (Interval $i): string => $i->start->format('d H:i'),
            (new FreeTimes())->propose([new Attendee('one', $all, Intervals::of())], $window, $minutes, $limit, $perDay),
        );
        self::assertSame(['01 08:00', '01 09:00', '02 08:00', '02 09:00', '03 08:00'], $times(60, 5, 2));
        self::assertSame(['01 08:00', '02 08:00', '03 08:00'], $times(480, 12, 4), 'the whole of a day');
        self::assertSame([], $times(481, 12, 4));
        self::assertSame(['01 08:00', '01 09:00'], $times(31, 2, 4), 'a time begins at a whole step of the clock');
        // at 08:30 exactly someone becomes free
        $busy = Intervals::of(self::interval('2026-12-01 08:00', '2026-12-01 08:30'));
        $first = (new FreeTimes())->propose([new Attendee('one', $all, $busy)], $window, 30, 1)[0];
        self::assertSame('08:30', $first->start->format('H:i'));
        $shared = (new FreeTimes())->sharedWithout([new Attendee('one', $all, $busy)], $window);
        self::assertSame(['one' => 3 * 1440], $shared, 'without the only one all of it is left');
    }

    public function testClausesOfARule(): void
    {
        $holds = static fn (string $operator, int|string $value, int|string|null $fact): bool => (new ApprovalCondition(
            'positions', $operator, $value,
        ))->holds(['positions' => $fact]);
        self::assertSame([false, true], [$holds('above', 5, 5), $holds('above', 5, 6)]);
        self::assertSame([false, true], [$holds('at_least', 5, 4), $holds('at_least', 5, 5)]);
        self::assertSame([false, true], [$holds('below', 5, 5), $holds('below', 5, 4)]);
        self::assertSame([false, true], [$holds('at_most', 5, 6), $holds('at_most', 5, 5)]);
        self::assertSame([true, false], [$holds('is', '5', 5), $holds('is', '5', 6)]);
        self::assertSame([false, true], [$holds('is_not', '5', 5), $holds('is_not', '5', 6)]);
        self::assertFalse($holds('is_not', '5', null), 'what is not known makes no clause true');
        self::assertFalse($holds('resembles', 5, 5));
        $sound = static fn (string $fact, string $operator, int|string $value): bool => (new ApprovalCondition(
            $fact, $operator, $value,
        ))->isSound();
        $numbers = [$sound('positions', 'above', 1), $sound('positions', 'above', 'one'), $sound('positions', 'is', 1)];
        $choices = [$sound('country', 'is', 'NO'), $sound('country', 'above', 'NO'), $sound('colour', 'is', 'red')];
        self::assertSame([[true, false, false], [true, false, false]], [$numbers, $choices]);
    }

    public function testWhoMayBeKept(): void
    {
        $now = new \DateTimeImmutable('2026-12-01 12:00');
        $barred = static fn (?string $until): array => self::codes(
            (new KeepFacts(barredUntil: null === $until ? null : new \DateTimeImmutable($until)))->blockers($now, 0),
        );
        self::assertSame([[], [], ['do_not_contact']], [$barred(null), $barred('2026-12-01 12:00'), $barred('2026-12-01 12:01')]);
        $closed = static fn (int $cooling, bool $meant = false): array => self::codes(
            (new KeepFacts(closedOn: new \DateTimeImmutable('2026-11-21 12:00'), closedOf: 2201))->blockers($now, $cooling, $meant),
        );
        self::assertSame([[], [], ['cooling_off'], []], [$closed(0), $closed(10), $closed(11), $closed(11, true)]);
    }

    public function testHowUrgentSomethingIs(): void
    {
        $now = new \DateTimeImmutable('2026-12-01 12:00');
        $urgency = static fn (string $due): Urgency => (new Task('read', 1, $now, $now->modify($due)))->urgency($now);
        self::assertSame([Urgency::Overdue, Urgency::Soon], [$urgency('-1 second'), $urgency('+0 seconds')]);
        self::assertSame([Urgency::Soon, Urgency::Later], [$urgency('+48 hours'), $urgency('+172801 seconds')]);
        $task = static fn (int $subject, string $due, int $blocks): Task => new Task('read', $subject, $now, $now->modify($due), $blocks);
        $order = array_map(static fn (Task $t): int => $t->subject, Task::inOrder([$task(2, '+3 days', 1), $task(1, '+2 days', 0)]));
        self::assertSame([1, 2], $order, 'each who waits brings it forward by one day, and no more');
    }

    private static function interval(string $from, string $to): Interval
    {
        return new Interval(new \DateTimeImmutable($from.' UTC'), new \DateTimeImmutable($to.' UTC'));
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

    /**
     * @param list<Refusal> $refusals
     *
     * @return list<string>
     */
    private static function fields(array $refusals): array
    {
        return array_map(static fn (Refusal $r): string => $r->field, $refusals);
    }

    /** @param callable(): mixed $makes */
    private static function assertNotMade(callable $makes): void
    {
        $made = true;
        try {
            $makes();
        } catch (\LogicException) {
            $made = false;
        }
        self::assertFalse($made);
    }
}
