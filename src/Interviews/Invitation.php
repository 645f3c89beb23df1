<?php

declare(strict_types=1);

namespace Jorvent\Interviews;

use Jorvent\Core\Shared\Interval;
use Sabre\VObject\Component\VCalendar;

/** An interview as an iCalendar message (RFC 5545, RFC 5546): a REQUEST, or a CANCEL with a higher sequence. Times are in UTC, so that every calendar shows its owner's own. */
final class Invitation
{
    /** @param array<string, string> $attendees names by mail address */
    public static function write(string $method, string $uid, int $sequence, string $summary, string $description, string $place, Interval $during, string $organiser, array $attendees, \DateTimeImmutable $now): string
    {
        $calendar = new VCalendar(['METHOD' => $method, 'PRODID' => '-//Jorvent//EN']);
        /** @var \Sabre\VObject\Component\VEvent $event */
        $event = $calendar->add('VEVENT', [
            'UID' => $uid, 'SEQUENCE' => (string) $sequence, 'DTSTAMP' => $now, 'DTSTART' => $during->start, 'DTEND' => $during->end, 'SUMMARY' => $summary, 'DESCRIPTION' => $description, 'LOCATION' => $place,
            'STATUS' => 'CANCEL' === $method ? 'CANCELLED' : 'CONFIRMED',
        ]);
        $event->add('ORGANIZER', 'mailto:'.$organiser);
        foreach ($attendees as $email => $name) {
            $event->add('ATTENDEE', 'mailto:'.$email, ['CN' => $name, 'ROLE' => 'REQ-PARTICIPANT', 'PARTSTAT' => 'NEEDS-ACTION', 'RSVP' => 'TRUE']);
        }

        return $calendar->serialize();
    }
}
