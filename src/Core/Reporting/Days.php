<?php

declare(strict_types=1);

namespace Jorvent\Core\Reporting;

/** Durations in days. */
final class Days
{
    /** Whole days between two moments by the calendar of a place: a requisition opened on Monday and filled on Thursday took 3. */
    public static function between(\DateTimeImmutable $from, \DateTimeImmutable $to, \DateTimeZone $zone): int
    {
        $day = static fn (\DateTimeImmutable $t): \DateTimeImmutable => new \DateTimeImmutable($t->setTimezone($zone)->format('Y-m-d'), new \DateTimeZone('UTC'));

        return intdiv($day($to)->getTimestamp() - $day($from)->getTimestamp(), 86400);
    }

    /** The same moment one working day (Monday to Friday) later in a zone: Friday noon gives Monday noon. */
    public static function nextWorkingDay(\DateTimeImmutable $from, \DateTimeZone $zone): \DateTimeImmutable
    {
        $next = $from->setTimezone($zone);
        do {
            $next = $next->modify('+1 day');
        } while ((int) $next->format('N') > 5);

        return $next->setTimezone(new \DateTimeZone('UTC'));
    }

    /**
     * @param list<int> $days
     *
     * @return float|null the median, null of none
     */
    public static function median(array $days): ?float
    {
        sort($days);
        $n = \count($days);

        return 0 === $n ? null : ($days[intdiv($n - 1, 2)] + $days[intdiv($n, 2)]) / 2;
    }
}
