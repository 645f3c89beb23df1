<?php

declare(strict_types=1);

namespace Jorvent\Core\Calendar;

use Jorvent\Core\Shared\Interval;

/** Hours of work in a person's own zone, Monday to Friday. Minutes count from local midnight; a change of clocks moves the instants, not the local hours. */
final readonly class WorkingHours
{
    public function __construct(public \DateTimeZone $zone, public int $fromMinute, public int $toMinute)
    {
        if ($fromMinute < 0 || $toMinute > 1440 || $fromMinute >= $toMinute) {
            throw new \LogicException('Working hours lie within a day.');
        }
    }

    public static function zone(string $name): ?\DateTimeZone
    {
        return \in_array($name, \DateTimeZone::listIdentifiers(), true) ? new \DateTimeZone($name) : null;
    }

    public function within(Interval $window): Intervals
    {
        $day = $window->start->setTimezone($this->zone)->setTime(0, 0);
        $hours = [];
        for (; $day < $window->end; $day = $day->modify('+1 day')) {
            if ((int) $day->format('N') > 5) {
                continue;
            }
            $start = max($window->start, $day->setTime(intdiv($this->fromMinute, 60), $this->fromMinute % 60));
            $end = min($window->end, $day->setTime(intdiv($this->toMinute, 60), $this->toMinute % 60));
            if ($start < $end) {
                $hours[] = new Interval($start, $end);
            }
        }

        return Intervals::of(...$hours);
    }
}
