<?php

declare(strict_types=1);

namespace Jorvent\Outside\Calendars;

use Jorvent\Core\Calendar\Intervals;
use Jorvent\Core\Shared\Interval;
use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;

/** Asks for an iCalendar VFREEBUSY (RFC 5545, 3.6.4) over HTTP, as calendar servers publish it. */
#[AsAlias(Calendars::class)]
final readonly class FreeBusyCalendars implements Calendars
{
    public function __construct(private Http $http)
    {
    }

    public function busy(string $email, Interval $window): Intervals
    {
        $text = $this->http->text('GET', '/calendar/freebusy/'.rawurlencode($email).'.ics?'.http_build_query(['from' => $window->start->format('Ymd\THis\Z'), 'to' => $window->end->format('Ymd\THis\Z')]));
        if (!str_contains($text, 'BEGIN:VFREEBUSY')) {
            throw new NotNow('answered something that is not a calendar');
        }
        $lines = preg_replace('/\r?\n[ \t]/', '', $text) ?? '';
        preg_match_all('/^FREEBUSY[^:\r\n]*:(.+)$/m', $lines, $matches);
        $busy = [];
        foreach (explode(',', implode(',', array_map(trim(...), $matches[1]))) as $period) {
            if (1 === preg_match('/^(\d{8}T\d{6}Z)\/(?:(\d{8}T\d{6}Z)|(P[\dDTHMSW]+))$/', $period, $m)) {
                $start = self::instant($m[1]);
                $end = '' !== ($m[2] ?? '') ? self::instant($m[2]) : $start->add(new \DateInterval($m[3] ?? 'PT0S'));
                if ($start < $end) {
                    $busy[] = new Interval($start, $end);
                }
            }
        }

        return Intervals::of(...$busy);
    }

    private static function instant(string $text): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromFormat('Ymd\THis\Z', $text, new \DateTimeZone('UTC')) ?: throw new NotNow('answered a time that does not exist');
    }
}
