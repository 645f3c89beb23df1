<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VEvent;
use Sabre\VObject\ParseException;
use Sabre\VObject\Property;
use Sabre\VObject\Reader;

/** Public holidays by country, from iCalendar files (RFC 5545): whole-day events of two years back and three ahead, yearly ones expanded. */
final readonly class Holidays
{
    public const MAX_BYTES = 2_000_000;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    /** @return int how many days the file gave */
    public function import(string $country, string $calendar): int
    {
        if (1 !== preg_match('/^[A-Z]{2}$/', $country)) {
            throw Refused::because('missing', 'country');
        }
        if (\strlen($calendar) > self::MAX_BYTES) {
            throw Refused::because('calendar_unreadable', 'file');
        }
        $days = $this->days($calendar);
        if ([] === $days) {
            throw Refused::because('calendar_without_days', 'file');
        }

        return $this->db->transaction(function () use ($country, $days): int {
            $this->db->execute('DELETE FROM public_holiday WHERE country = :c AND day BETWEEN :from AND :to', ['c' => $country, 'from' => min(array_keys($days)), 'to' => max(array_keys($days))]);
            foreach ($days as $day => $name) {
                $this->db->execute('INSERT INTO public_holiday (country, day, name) VALUES (:c, :d, :n) ON CONFLICT (country, day) DO UPDATE SET name = EXCLUDED.name', ['c' => $country, 'd' => $day, 'n' => mb_substr($name, 0, 200)]);
            }
            $this->log->record('holidays.imported', 'holidays', 0, change: ['country' => $country, 'days' => \count($days)]);

            return \count($days);
        });
    }

    /** @return list<Record> country, days, the next one */
    public function all(): array
    {
        return $this->db->rows("SELECT country, count(*) AS days, min(day) AS first, max(day) AS last, (SELECT h.name || ', ' || to_char(h.day, 'DD Mon YYYY') FROM public_holiday h WHERE h.country = p.country AND h.day >= :today ORDER BY h.day LIMIT 1) AS next FROM public_holiday p GROUP BY country ORDER BY country", ['today' => $this->clock->now()->format('Y-m-d')]);
    }

    /** @return array<string, string> name by day */
    private function days(string $calendar): array
    {
        try {
            $parsed = Reader::read($calendar, Reader::OPTION_FORGIVING);
            if (!$parsed instanceof VCalendar) {
                throw Refused::because('calendar_unreadable', 'file');
            }
            $year = (int) $this->clock->now()->format('Y');
            $expanded = $parsed->expand(new \DateTimeImmutable(($year - 2).'-01-01'), new \DateTimeImmutable(($year + 4).'-01-01'));
        } catch (ParseException|\Sabre\VObject\InvalidDataException|\InvalidArgumentException) {
            throw Refused::because('calendar_unreadable', 'file');
        }
        $days = [];
        foreach ($expanded->select('VEVENT') as $event) {
            if (!$event instanceof VEvent) {
                continue;
            }
            $start = $event->select('DTSTART')[0] ?? null;
            if (!$start instanceof Property\ICalendar\DateTime || $start->hasTime()) {
                continue;
            }
            $first = $start->getDateTime();
            $end = $event->select('DTEND')[0] ?? null;
            $last = $end instanceof Property\ICalendar\DateTime ? $end->getDateTime()->modify('-1 day') : $first;
            for ($day = \DateTimeImmutable::createFromInterface($first), $n = 0; $day <= $last && $n < 31 || 0 === $n; $day = $day->modify('+1 day'), ++$n) {
                $days[$day->format('Y-m-d')] = ($summary = $event->select('SUMMARY')[0] ?? null) instanceof Property ? trim($summary->getValue()) : '';
            }
        }

        return $days;
    }
}
