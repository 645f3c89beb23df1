<?php

declare(strict_types=1);

namespace Jorvent\Reference;

use Jorvent\Core\Shared\Refused;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VEvent;
use Sabre\VObject\InvalidDataException;
use Sabre\VObject\ParseException;
use Sabre\VObject\Property;
use Sabre\VObject\Property\ICalendar\DateTime;
use Sabre\VObject\Reader;

/** Public holidays in a calendar file (RFC 5545): whole-day events, yearly ones expanded. */
final readonly class HolidayCalendar
{
    /** No holiday is longer; an event that is, is cut there. */
    private const MOST_DAYS = 31;
    private const LONGEST_NAME = 200;

    /**
     * @return array<string, string> names by day, as 2026-05-17
     *
     * @throws Refused at file, when it is no calendar
     */
    public static function read(string $calendar, \DateTimeImmutable $from, \DateTimeImmutable $to): array
    {
        try {
            $parsed = Reader::read($calendar, Reader::OPTION_FORGIVING);
            if (!$parsed instanceof VCalendar) {
                throw Refused::because('calendar_unreadable', 'file');
            }
            $events = $parsed->expand($from, $to)->select('VEVENT');
        } catch (ParseException|InvalidDataException|\InvalidArgumentException) {
            throw Refused::because('calendar_unreadable', 'file');
        }
        $days = [];
        foreach ($events as $event) {
            if ($event instanceof VEvent) {
                $days = [...$days, ...self::days($event)];
            }
        }

        return $days;
    }

    /** @return array<string, string> */
    private static function days(VEvent $event): array
    {
        $start = $event->select('DTSTART')[0] ?? null;
        if (!$start instanceof DateTime || $start->hasTime()) {
            return [];
        }
        $summary = $event->select('SUMMARY')[0] ?? null;
        $name = $summary instanceof Property ? mb_substr(trim($summary->getValue()), 0, self::LONGEST_NAME) : '';
        $first = \DateTimeImmutable::createFromInterface($start->getDateTime());
        $end = $event->select('DTEND')[0] ?? null;
        // the end of a whole-day event is the day after its last; without one it is a single day
        $last = $end instanceof DateTime ? $end->getDateTime()->modify('-1 day') : $first;
        $days = [$first->format('Y-m-d') => $name];
        for ($n = 1; $n < self::MOST_DAYS && ($day = $first->modify("+$n days")) <= $last; ++$n) {
            $days[$day->format('Y-m-d')] = $name;
        }

        return $days;
    }
}
