<?php

declare(strict_types=1);

namespace Jorvent\Demo;

/** Calendar files as states publish them: the public holidays of the countries of the demo world, the movable ones reckoned from Easter. */
final class PublicHolidays
{
    private const CHRISTMAS = ['12-25' => 'Christmas Day', '12-26' => 'Boxing Day'];
    /** country => [days from Easter Sunday => name, month and day => name] */
    private const DAYS = [
        'NO' => [[-3 => 'Maundy Thursday', -2 => 'Good Friday', 1 => 'Easter Monday', 39 => 'Ascension Day', 50 => 'Whit Monday'], ['01-01' => 'New Year', '05-01' => 'Labour Day', '05-17' => 'Constitution Day', ...self::CHRISTMAS]],
        'GB' => [[-2 => 'Good Friday'], ['01-01' => 'New Year', '01-02' => 'Second of January', '11-30' => 'Saint Andrew’s Day', ...self::CHRISTMAS]],
        'PL' => [[1 => 'Easter Monday', 60 => 'Corpus Christi'], ['01-01' => 'New Year', '01-06' => 'Epiphany', '05-01' => 'Labour Day', '05-03' => 'Constitution Day', '08-15' => 'Assumption', '11-01' => 'All Saints', '11-11' => 'Independence Day', '12-24' => 'Christmas Eve', ...self::CHRISTMAS]],
        'CA' => [[-2 => 'Good Friday'], ['01-01' => 'New Year', '07-01' => 'Canada Day', '11-11' => 'Remembrance Day', ...self::CHRISTMAS]],
        'ES' => [[-2 => 'Good Friday'], ['01-01' => 'New Year', '01-06' => 'Epiphany', '05-01' => 'Labour Day', '08-15' => 'Assumption', '10-12' => 'National Day', '11-01' => 'All Saints', '12-06' => 'Constitution Day', '12-08' => 'Immaculate Conception', '12-25' => 'Christmas Day']],
    ];

    /** @return \Generator<string, string> iCalendar by country, from the year before to three years on */
    public static function calendars(int $year): \Generator
    {
        foreach (self::DAYS as $country => [$movable, $fixed]) {
            $events = [];
            for ($y = $year - 1; $y <= $year + 3; ++$y) {
                foreach ($movable as $days => $name) {
                    $events[self::easter($y)->modify("$days days")->format('Ymd')] = $name;
                }
                foreach ($fixed as $day => $name) {
                    $events[$y.str_replace('-', '', $day)] = $name;
                }
            }
            $lines = ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Skerry Line//Public holidays//EN'];
            foreach ($events as $day => $name) {
                array_push($lines, 'BEGIN:VEVENT', "UID:$country-$day@skerryline.example", "DTSTAMP:{$year}0101T000000Z", "DTSTART;VALUE=DATE:$day", 'SUMMARY:'.$name, 'END:VEVENT');
            }
            yield $country => implode("\r\n", [...$lines, 'END:VCALENDAR', '']);
        }
    }

    /** Easter Sunday of the Gregorian calendar, by the anonymous algorithm (Nature, 20 April 1876). */
    private static function easter(int $year): \DateTimeImmutable
    {
        $a = $year % 19;
        [$b, $c] = [intdiv($year, 100), $year % 100];
        $h = (19 * $a + $b - intdiv($b, 4) - intdiv($b - intdiv($b + 8, 25) + 1, 3) + 15) % 30;
        $l = (32 + 2 * ($b % 4) + 2 * intdiv($c, 4) - $h - $c % 4) % 7;
        $n = $h + $l - 7 * intdiv($a + 11 * $h + 22 * $l, 451) + 114;

        return new \DateTimeImmutable(\sprintf('%04d-%02d-%02d', $year, intdiv($n, 31), $n % 31 + 1), new \DateTimeZone('UTC'));
    }
}
