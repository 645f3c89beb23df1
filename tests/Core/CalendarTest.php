<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Calendar\Attendee;
use Jorvent\Core\Calendar\FreeTimes;
use Jorvent\Core\Calendar\Intervals;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Interval;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Interval::class)]
#[CoversClass(Intervals::class)]
#[CoversClass(WorkingHours::class)]
#[CoversClass(FreeTimes::class)]
final class CalendarTest extends TestCase
{
    /** Sets of intervals against the plainest thing that can be right: one flag per minute. */
    public function testSetsAgreeWithMinutes(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(99));
        for ($round = 0; $round < 400; ++$round) {
            $sets = $flags = [];
            foreach ([0, 1] as $which) {
                $intervals = [];
                $flags[$which] = array_fill(0, 60, false);
                for ($i = $random->getInt(0, 6); $i > 0; --$i) {
                    $from = $random->getInt(0, 58);
                    $to = $random->getInt($from + 1, 60);
                    $intervals[] = new Interval(self::minute($from), self::minute($to));
                    for ($m = $from; $m < $to; ++$m) {
                        $flags[$which][$m] = true;
                    }
                }
                $sets[$which] = Intervals::of(...$intervals);
            }
            self::assertSame($flags[0], self::flags($sets[0]));
            self::assertSame(array_map(static fn (bool $a, bool $b): bool => $a && $b, $flags[0], $flags[1]), self::flags($sets[0]->and($sets[1])));
            self::assertSame(array_map(static fn (bool $a, bool $b): bool => $a && !$b, $flags[0], $flags[1]), self::flags($sets[0]->without($sets[1])));
            self::assertSame(\count(array_filter($flags[0])), $sets[0]->minutes());
        }
    }

    public function testLocalHoursStayLocalWhenClocksChange(): void
    {
        $hours = new WorkingHours(new \DateTimeZone('Europe/Oslo'), 480, 960);
        $week = $hours->within(new Interval(new \DateTimeImmutable('2026-03-26T00:00:00Z'), new \DateTimeImmutable('2026-03-31T00:00:00Z')));
        self::assertSame(['2026-03-26T07:00', '2026-03-27T07:00', '2026-03-30T06:00'], array_map(static fn (Interval $i): string => $i->start->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d\TH:i'), $week->list), 'no weekend, and an hour earlier in UTC after the change');
        self::assertSame(3 * 480, $week->minutes());
        self::assertNull(WorkingHours::zone('Europe/Atlantis'));
        self::assertSame('America/Halifax', WorkingHours::zone('America/Halifax')?->getName());
    }

    public function testCommonTimesAcrossZones(): void
    {
        $window = new Interval(new \DateTimeImmutable('2026-01-15T00:00:00Z'), new \DateTimeImmutable('2026-01-16T00:00:00Z'));
        $bergen = new Attendee('bergen', new WorkingHours(new \DateTimeZone('Europe/Oslo'), 480, 1020), Intervals::of(new Interval(new \DateTimeImmutable('2026-01-15T13:00:00Z'), new \DateTimeImmutable('2026-01-15T13:45:00Z'))));
        $halifax = new Attendee('halifax', new WorkingHours(new \DateTimeZone('America/Halifax'), 480, 960), Intervals::of());
        $found = (new FreeTimes())->propose([$bergen, $halifax], $window, 60);
        self::assertSame(['12:00', '14:00', '15:00'], array_map(static fn (Interval $i): string => $i->start->format('H:i'), $found), 'Bergen ends at 16:00 UTC, Halifax begins at 12:00 UTC, and Bergen is busy from 13:00 to 13:45');
    }

    public function testProposalsAreFreeForEveryoneAndDoNotOverlap(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(4));
        $zones = ['Europe/Oslo', 'Europe/London', 'Europe/Warsaw', 'America/Halifax', 'Europe/Madrid'];
        $window = new Interval(new \DateTimeImmutable('2026-03-23T09:00:00Z'), new \DateTimeImmutable('2026-04-03T00:00:00Z'));
        $proposed = 0;
        for ($round = 0; $round < 60; ++$round) {
            $attendees = [];
            for ($a = 0; $a < $random->getInt(1, 4); ++$a) {
                $busy = [];
                for ($i = 0; $i < $random->getInt(0, 40); ++$i) {
                    $start = $window->start->modify('+'.$random->getInt(0, 15_000).' minutes');
                    $busy[] = new Interval($start, $start->modify('+'.$random->getInt(15, 180).' minutes'));
                }
                $attendees[] = new Attendee((string) $a, new WorkingHours(new \DateTimeZone($zones[$random->getInt(0, 4)]), 480, 960), Intervals::of(...$busy));
            }
            \assert([] !== $attendees);
            $minutes = $random->getInt(2, 12) * 10;
            $slots = (new FreeTimes())->propose($attendees, $window, $minutes);
            foreach ($slots as $k => $slot) {
                ++$proposed;
                self::assertSame($minutes, $slot->minutes());
                self::assertSame(0, $slot->start->getTimestamp() % 1800);
                self::assertTrue($window->contains($slot));
                foreach ($attendees as $attendee) {
                    self::assertSame($minutes, Intervals::of($slot)->and($attendee->hours->within($window)->without($attendee->busy))->minutes());
                }
                self::assertFalse(isset($slots[$k + 1]) && $slot->overlaps($slots[$k + 1]));
            }
        }
        self::assertGreaterThan(200, $proposed);
    }

    public function testNamesWhoHoldsTheHour(): void
    {
        $window = new Interval(new \DateTimeImmutable('2026-01-15T00:00:00Z'), new \DateTimeImmutable('2026-01-16T00:00:00Z'));
        $free = static fn (string $id, Intervals $busy): Attendee => new Attendee($id, new WorkingHours(new \DateTimeZone('UTC'), 480, 960), $busy);
        $people = [$free('free', Intervals::of()), $free('away', Intervals::of($window)), $free('half', Intervals::of(new Interval($window->start, $window->start->modify('+12 hours'))))];
        self::assertSame([], (new FreeTimes())->propose($people, $window, 30));
        self::assertSame(['away' => 240, 'free' => 0, 'half' => 0], (new FreeTimes())->sharedWithout($people, $window));
    }

    private static function minute(int $minute): \DateTimeImmutable
    {
        return new \DateTimeImmutable(\sprintf('2026-01-01T00:%02d:00Z', $minute % 60).(60 === $minute ? ' +1 hour' : ''));
    }

    /** @return list<bool> */
    private static function flags(Intervals $set): array
    {
        return array_map(static function (int $m) use ($set): bool {
            foreach ($set->list as $interval) {
                if ($interval->start <= self::minute($m) && self::minute($m) < $interval->end) {
                    return true;
                }
            }

            return false;
        }, range(0, 59));
    }
}
