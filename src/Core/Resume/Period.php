<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** A time as a resume tells it: months counted from year 0 (12 · year + month − 1), or a year alone. */
final readonly class Period
{
    /**
     * @param int|null $from      month; null when only the end is told
     * @param int|null $to        month; null when ongoing or not told
     * @param bool     $wholeYears told in years alone: the months in it are a guess
     * @param bool     $sure      false when it can be read in more than one way
     * @param int      $at        byte in the line, as written
     */
    public function __construct(public ?int $from, public ?int $to, public bool $ongoing, public bool $wholeYears, public bool $sure, public int $at, public string $passage)
    {
    }

    /** Months told, the present taken as given; a year alone counts from its middle to the other's, one single year as a year. */
    public function months(int $now): int
    {
        [$from, $end] = $this->span($now);

        return max(0, $end - $from);
    }

    /** @return array{int, int} first month, and the month after the last */
    public function span(int $now): array
    {
        $to = $this->ongoing ? $now : $this->to ?? $this->from ?? $now;
        $from = $this->from ?? $to;
        if ($this->wholeYears) {
            $from = 12 * intdiv($from, 12);
            $to = $this->ongoing ? $now : 12 * intdiv($to, 12);
            $half = 12 * intdiv($to, 12) === $from && !$this->ongoing ? [0, 12] : [6, $this->ongoing ? 1 : 6];

            return [min($from + $half[0], $to + $half[1]), $to + $half[1]];
        }

        return [min($from, $to), $to + 1];
    }

    public function contains(self $other, int $now): bool
    {
        [$a, $b] = $this->span($now);
        [$c, $d] = $other->span($now);

        return $a <= $c + 1 && $d <= $b + 1 && $d - $c < $b - $a;
    }

    /** As "2015-03", "2015" when only the year is told, null when it is not told. */
    public static function written(?int $month, bool $wholeYears): ?string
    {
        return null === $month ? null : ($wholeYears ? \sprintf('%04d', intdiv($month, 12)) : \sprintf('%04d-%02d', intdiv($month, 12), $month % 12 + 1));
    }
}
