<?php

declare(strict_types=1);

namespace Jorvent\Outside\Calendars\StandIn;

use Jorvent\Outside\StandIn\StandIn;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** A calendar server: everyone's week is filled by a seed made of their address, so that it is the same whenever one asks. */
final readonly class WatchbillStandIn implements StandIn
{
    public function describe(): array
    {
        return ['name' => 'Watchbill', 'what' => 'calendars of our own people, as iCalendar free/busy'];
    }

    public function answer(Request $request, string $path): Response
    {
        if (1 !== preg_match('#^/freebusy/([^/]+)\.ics$#', $path, $m)) {
            return new Response('no such address', 404);
        }
        $utc = new \DateTimeZone('UTC');
        $from = \DateTimeImmutable::createFromFormat('Ymd\THis\Z', $request->query->getString('from'), $utc);
        $to = \DateTimeImmutable::createFromFormat('Ymd\THis\Z', $request->query->getString('to'), $utc);
        if (false === $from || false === $to || $to > $from->modify('+100 days')) {
            return new Response('from and to are needed, at most 100 days apart', 400);
        }
        $periods = '';
        for ($day = $from->setTime(0, 0); $day < $to; $day = $day->modify('+1 day')) {
            foreach (self::busy($m[1], $day) as [$start, $end]) {
                $periods .= 'FREEBUSY;FBTYPE=BUSY:'.$start->format('Ymd\THis\Z').'/'.$end->format('Ymd\THis\Z')."\r\n";
            }
        }

        return new Response("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Watchbill//EN\r\nMETHOD:REPLY\r\nBEGIN:VFREEBUSY\r\nUID:".hash('sha256', $m[1].$from->format('c'))."\r\nDTSTAMP:".gmdate('Ymd\THis\Z')."\r\nORGANIZER:mailto:".$m[1]."\r\nDTSTART:".$from->format('Ymd\THis\Z')."\r\nDTEND:".$to->format('Ymd\THis\Z')."\r\n".$periods."END:VFREEBUSY\r\nEND:VCALENDAR\r\n", headers: ['Content-Type' => 'text/calendar; charset=utf-8']);
    }

    public function traffic(): array
    {
        return [];
    }

    /** @return list<array{\DateTimeImmutable, \DateTimeImmutable}> one to three meetings a day, one in nine days away */
    private static function busy(string $email, \DateTimeImmutable $day): array
    {
        $seed = hash('sha256', $email.$day->format('Ymd'), true);
        if (0 === \ord($seed[0]) % 9) {
            return [[$day, $day->modify('+1 day')]];
        }
        $busy = [];
        for ($i = 0; $i < 1 + \ord($seed[1]) % 3; ++$i) {
            $start = $day->setTime(7 + \ord($seed[2 + $i]) % 9, 30 * (\ord($seed[6 + $i]) % 2));
            $busy[] = [$start, $start->modify('+'.(30 + 30 * (\ord($seed[10 + $i]) % 3)).' minutes')];
        }

        return $busy;
    }
}
