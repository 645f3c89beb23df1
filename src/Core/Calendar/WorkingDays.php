<?php

declare(strict_types=1);

namespace Jorvent\Core\Calendar;

/** Counts working days of a place: Monday to Friday, without its public holidays. */
final readonly class WorkingDays
{
    /** @param array<string, true> $holidays days as "2026-05-17" */
    public function __construct(private \DateTimeZone $zone, private array $holidays = [])
    {
    }

    public function isWorking(\DateTimeImmutable $moment): bool
    {
        $day = $moment->setTimezone($this->zone);

        return (int) $day->format('N') <= 5 && !isset($this->holidays[$day->format('Y-m-d')]);
    }

    /** Whole working days from one moment to another: asked on Friday at 15:00, on Monday at 15:00 one has passed. */
    public function between(\DateTimeImmutable $from, \DateTimeImmutable $to): int
    {
        $days = 0;
        for ($at = $from->setTimezone($this->zone)->modify('+1 day'); $at <= $to && $days < 1000; $at = $at->modify('+1 day')) {
            $days += $this->isWorking($at) ? 1 : 0;
        }

        return $days;
    }

    /** The moment so many working days later. */
    public function after(\DateTimeImmutable $from, int $days): \DateTimeImmutable
    {
        $at = $from->setTimezone($this->zone);
        while ($days > 0) {
            $at = $at->modify('+1 day');
            $days -= $this->isWorking($at) ? 1 : 0;
        }

        return $at->setTimezone(new \DateTimeZone('UTC'));
    }
}
