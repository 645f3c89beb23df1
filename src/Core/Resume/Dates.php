<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** Finds times in a line: months by name or number, seasons, years alone, "present" and its kin, ranges with any dash, in any of the languages. */
final class Dates
{
    private readonly string $range;
    private readonly string $open;
    private readonly string $single;
    private readonly string $shared;

    /** @var array<string, int> */
    private readonly array $months;

    /** @var array<string, int> */
    private readonly array $seasons;

    public function __construct(Tongues $tongues)
    {
        $this->months = array_map(intval(...), $tongues->meanings('months'));
        $this->seasons = array_map(intval(...), $tongues->meanings('seasons'));
        $names = Tongues::pattern(...array_map(strval(...), array_keys($this->months)));
        $seasons = Tongues::pattern(...array_map(strval(...), array_keys($this->seasons)));
        $now = Tongues::pattern(...$tongues->phrases('now'));
        $since = Tongues::pattern(...$tongues->phrases('since'));
        $until = Tongues::pattern(...$tongues->phrases('until'));
        $point = fn (string $p): string => "(?:(?:\\d{1,2}\\.? )?(?<{$p}n>$names)\\.?,?[ -]*(?:'|(?={$this->year()}))?(?<{$p}ny>{$this->year()}|\\d\\d(?!\\d))|\\d{1,2}[./](?<{$p}dm>0?[1-9]|1[0-2])[./](?<{$p}dy>{$this->year()})|(?<{$p}iy>{$this->year()})[-./](?<{$p}im>0[1-9]|1[0-2])(?:[-.]\\d\\d)?(?![\\d])|(?<{$p}mm>0?[1-9]|1[0-2])[./](?<{$p}my>{$this->year()}|\\d\\d(?!\\d))|(?<{$p}s>$seasons),? ?(?<{$p}sy>{$this->year()})|(?<{$p}y>{$this->year()})(?!\\d))";
        $ends = "(?:(?<now>(?:$now)(?![a-z]))|{$point('b')}|(?<short>\\d\\d)(?![\\d./]))";
        $this->range = "~(?<![\\w/.])(?:(?:$since) )?{$point('a')}\\.? ?(?:,? ?(?:-+|/|$until)[. ]? ?|\\s{2,})$ends~";
        $this->shared = "~(?<![\\w/.])(?<an>$names)\\.? ?- ?(?<bn>$names)\\.? (?<y>{$this->year()})(?!\\d)~";
        $this->open = "~(?<![\\w/.])(?:(?<since>$since) {$point('a')}|{$point('c')} ?-+(?=\\s*(?:$|[,;:)|]|\\s{2})))~J";
        $this->single = "~(?<![\\w/.-]){$point('a')}(?![\\w/])~";
    }

    /** @return list<Period> ranges as they stand in the line; when there is none, single times */
    public function in(Folded $line): array
    {
        $found = [];
        $text = $line->text;
        foreach ([[$this->shared, $this->ofShared(...)], [$this->range, $this->ofRange(...)], [$this->open, $this->ofOpen(...)]] as [$pattern, $read]) {
            if (0 < preg_match_all($pattern, $text, $matches, \PREG_SET_ORDER | \PREG_OFFSET_CAPTURE | \PREG_UNMATCHED_AS_NULL)) {
                foreach ($matches as $match) {
                    $period = $read($match, $line);
                    if (null !== $period) {
                        $found[] = $period;
                        // what is read is not read again
                        $text = substr_replace($text, str_repeat('~', \strlen((string) $match[0][0])), $match[0][1], \strlen((string) $match[0][0]));
                    }
                }
            }
        }
        if ([] === $found && 0 < preg_match_all($this->single, $text, $matches, \PREG_SET_ORDER | \PREG_OFFSET_CAPTURE | \PREG_UNMATCHED_AS_NULL)) {
            foreach ($matches as $match) {
                $point = $this->point($match, 'a');
                if (null !== $point) {
                    $found[] = new Period($point[0], $point[0], false, $point[1], $point[2], $line->place($match[0][1]), $line->passage($match[0][1], \strlen((string) $match[0][0])));
                }
            }
        }
        usort($found, static fn (Period $a, Period $b): int => $a->at <=> $b->at);

        return $found;
    }

    /** @param array<array-key, array{string|null, int}> $m */
    private function ofRange(array $m, Folded $line): ?Period
    {
        $from = $this->point($m, 'a');
        if (null === $from) {
            return null;
        }
        $ongoing = null !== ($m['now'][0] ?? null);
        $to = null;
        $sure = $from[2];
        $years = $from[1];
        if (!$ongoing) {
            $short = $m['short'][0] ?? null;
            if (null !== $short) {
                $year = intdiv($from[0], 12);
                $to = 12 * (100 * intdiv($year, 100) + (int) $short);
                if ($to < $from[0]) {
                    return null;
                }
            } else {
                $point = $this->point($m, 'b');
                if (null === $point || $point[0] < 12 * intdiv($from[0], 12)) {
                    return null;
                }
                [$to, $alsoYears, $alsoSure] = $point;
                $sure = $sure && $alsoSure && $years === $alsoYears;
                if ($years && !$alsoYears) {
                    // "2015 – March 2017": the first is somewhere in its year
                    $from[0] = 12 * intdiv($from[0], 12);
                }
                if (!$years && $alsoYears) {
                    $to = 12 * intdiv($to, 12) + 11;
                }
                $years = $years && $alsoYears;
            }
            $sure = $sure && $to >= $from[0];
        }

        return new Period($from[0], $to, $ongoing, $years, $sure, $line->place($m[0][1]), trim($line->passage($m[0][1], \strlen((string) $m[0][0]))));
    }

    /** @param array<array-key, array{string|null, int}> $m */
    private function ofShared(array $m, Folded $line): ?Period
    {
        $year = (int) $m['y'][0];
        $a = $this->months[Folded::phrase((string) $m['an'][0])] ?? null;
        $b = $this->months[Folded::phrase((string) $m['bn'][0])] ?? null;

        return null === $a || null === $b || $b < $a ? null : new Period(12 * $year + $a - 1, 12 * $year + $b - 1, false, false, true, $line->place($m[0][1]), $line->passage($m[0][1], \strlen((string) $m[0][0])));
    }

    /** @param array<array-key, array{string|null, int}> $m */
    private function ofOpen(array $m, Folded $line): ?Period
    {
        $point = null !== ($m['since'][0] ?? null) ? $this->point($m, 'a') : $this->point($m, 'c');

        return null === $point ? null : new Period($point[0], null, true, $point[1], $point[2], $line->place($m[0][1]), $line->passage($m[0][1], \strlen((string) $m[0][0])));
    }

    /**
     * @param array<array-key, array{string|null, int}> $m
     *
     * @return array{int, bool, bool}|null month, whether only the year is told, whether it can be read in one way alone
     */
    private function point(array $m, string $p): ?array
    {
        $get = static fn (string $k): ?string => $m[$p.$k][0] ?? null;
        [$year, $month, $sure] = match (true) {
            null !== $get('n') => [$get('ny'), $this->months[Folded::phrase($get('n'))] ?? null, true],
            null !== $get('dm') => [$get('dy'), (int) $get('dm'), true],
            null !== $get('im') => [$get('iy'), (int) $get('im'), true],
            null !== $get('mm') => [$get('my'), (int) $get('mm'), true],
            null !== $get('s') => [$get('sy'), $this->seasons[Folded::phrase($get('s'))] ?? null, false],
            null !== $get('y') => [$get('y'), null, true],
            default => [null, null, false],
        };
        if (null === $year) {
            return null;
        }
        $year = (int) $year;
        $year = $year < 100 ? ($year > 60 ? 1900 : 2000) + $year : $year;

        return [12 * $year + ($month ?? 1) - 1, null === $month, $sure];
    }

    private function year(): string
    {
        return '(?:19[5-9]\d|20[0-4]\d)';
    }
}
