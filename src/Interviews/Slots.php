<?php

declare(strict_types=1);

namespace Jorvent\Interviews;

use Jorvent\Core\Calendar\Attendee;
use Jorvent\Core\Calendar\FreeTimes;
use Jorvent\Core\Calendar\Intervals;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Interval;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Calendars\Calendars;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** When given people are free together: their calendars and our own bookings, within everyone's hours. */
final readonly class Slots
{
    public const DAYS_AHEAD = 12;
    public const SHORTEST = 15;
    public const LONGEST = 480;
    private const NOTICE_HOURS = 24;

    public function __construct(private Db $db, private Calendars $calendars, private ClockInterface $clock, private FreeTimes $free = new FreeTimes())
    {
    }

    public function window(): Interval
    {
        $from = $this->clock->now()->modify('+'.self::NOTICE_HOURS.' hours');

        return new Interval($from, $from->setTime(0, 0)->modify('+'.(self::DAYS_AHEAD + 1).' days'));
    }

    /**
     * @param non-empty-list<int> $accounts
     *
     * @return list<Attendee>
     *
     * @throws \Jorvent\Platform\Delivery\NotNow|\Jorvent\Platform\Delivery\RefusedByThem
     */
    public function attendees(array $accounts, Interval $window): array
    {
        $booked = [];
        foreach ($this->db->rows('SELECT account_id, lower(during) AS starts, upper(during) AS ends FROM interview_seat WHERE account_id IN (:ids) AND during && tstzrange(:from, :to)', ['ids' => $accounts, 'from' => $window->start, 'to' => $window->end]) as $row) {
            $booked[$row->int('account_id')][] = new Interval($row->instant('starts'), $row->instant('ends'));
        }

        return array_map(function (Record $row) use ($booked, $window): Attendee {
            $busy = $this->calendars->busy($row->str('email'), $window);

            return new Attendee((string) $row->int('id'), new WorkingHours(new \DateTimeZone($row->str('zone')), $row->int('work_from'), $row->int('work_to')), Intervals::of(...$busy->list, ...$booked[$row->int('id')] ?? []));
        }, $this->db->rows('SELECT id, email, zone, work_from, work_to FROM account WHERE id IN (:ids) ORDER BY id', ['ids' => $accounts]));
    }

    /**
     * Whether times that were sent are among those when all are free: what a page showed, or shows now.
     *
     * @param list<int>                $accounts
     * @param list<\DateTimeImmutable> $starts
     *
     * @throws Refused
     */
    public function free(array $accounts, array $starts, int $minutes): void
    {
        if ([] === $accounts || [] === $starts || $minutes < self::SHORTEST || $minutes > self::LONGEST) {
            return; // said where it is arranged, each at its field
        }
        $window = $this->window();
        $attendees = $this->attendees($accounts, $window);
        if ([] === $attendees) {
            throw Refused::because('interviewer_unknown', 'who');
        }
        $free = array_map(static fn (Interval $i): int => $i->start->getTimestamp(), $this->propose($attendees, $window, $minutes));
        foreach ($starts as $start) {
            if (!\in_array($start->getTimestamp(), $free, true)) {
                throw Refused::because('time_not_free', 'when');
            }
        }
    }

    /**
     * @param non-empty-list<Attendee> $attendees
     *
     * @return list<Interval>
     */
    public function propose(array $attendees, Interval $window, int $minutes): array
    {
        return $this->free->propose($attendees, $window, $minutes);
    }

    /**
     * @param non-empty-list<Attendee> $attendees
     *
     * @return array<string, int>
     */
    public function sharedWithout(array $attendees, Interval $window): array
    {
        return $this->free->sharedWithout($attendees, $window);
    }
}
