<?php

declare(strict_types=1);

namespace Jorvent\Core\Calendar;

use Jorvent\Core\Shared\Interval;

/** The times at which everyone is free, within everyone's own working hours. */
final class FreeTimes
{
    public const STEP_MINUTES = 30;

    /**
     * Starts on whole steps of the clock, earliest first, none overlapping another, in UTC, at most $limit and at most $perDay a day (of the first attendee's zone).
     *
     * @param non-empty-list<Attendee> $attendees
     *
     * @return list<Interval>
     */
    public function propose(array $attendees, Interval $window, int $minutes, int $limit = 12, int $perDay = 4): array
    {
        $found = [];
        $byDay = [];
        foreach ($this->common($attendees, $window)->list as $free) {
            $step = self::STEP_MINUTES * 60;
            $start = $free->start->setTimezone(new \DateTimeZone('UTC'))->setTimestamp(intdiv($free->start->getTimestamp() + $step - 1, $step) * $step);
            $next = self::STEP_MINUTES * (int) ceil($minutes / self::STEP_MINUTES);
            for (;; $start = $start->modify('+'.$next.' minutes')) {
                $slot = new Interval($start, $start->modify('+'.$minutes.' minutes'));
                if (!$free->contains($slot)) {
                    break;
                }
                $day = $start->setTimezone($attendees[0]->hours->zone)->format('Y-m-d');
                $byDay[$day] = ($byDay[$day] ?? 0) + 1;
                if ($byDay[$day] <= $perDay) {
                    $found[] = $slot;
                }
                if (\count($found) === $limit) {
                    return $found;
                }
            }
        }

        return $found;
    }

    /** @param non-empty-list<Attendee> $attendees */
    public function common(array $attendees, Interval $window): Intervals
    {
        $common = Intervals::of($window);
        foreach ($attendees as $attendee) {
            $common = $common->and($attendee->hours->within($window)->without($attendee->busy));
        }

        return $common;
    }

    /**
     * When nothing fits: for each attendee, how many minutes the others would share without them; the greatest names who holds it.
     *
     * @param non-empty-list<Attendee> $attendees
     *
     * @return array<string, int> by attendee id, greatest first
     */
    public function sharedWithout(array $attendees, Interval $window): array
    {
        $minutes = [];
        foreach ($attendees as $i => $attendee) {
            $others = $attendees;
            unset($others[$i]);
            $others = array_values($others);
            $minutes[$attendee->id] = [] === $others ? $window->minutes() : $this->common($others, $window)->minutes();
        }
        arsort($minutes);

        return $minutes;
    }
}
