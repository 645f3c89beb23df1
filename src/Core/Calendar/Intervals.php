<?php

declare(strict_types=1);

namespace Jorvent\Core\Calendar;

use Jorvent\Core\Shared\Interval;

/** A set of moments, kept as sorted intervals that neither overlap nor touch. */
final readonly class Intervals
{
    /** @param list<Interval> $list */
    private function __construct(public array $list)
    {
    }

    public static function of(Interval ...$intervals): self
    {
        usort($intervals, static fn (Interval $a, Interval $b): int => [$a->start, $a->end] <=> [$b->start, $b->end]);
        $merged = [];
        foreach ($intervals as $interval) {
            $last = end($merged);
            if (false !== $last && $interval->start <= $last->end) {
                $merged[array_key_last($merged)] = $interval->end > $last->end ? new Interval($last->start, $interval->end) : $last;
            } else {
                $merged[] = $interval;
            }
        }

        return new self($merged);
    }

    public function without(self $busy): self
    {
        $free = [];
        foreach ($this->list as $interval) {
            $from = $interval->start;
            foreach ($busy->list as $taken) {
                if ($taken->end <= $from || $taken->start >= $interval->end) {
                    continue;
                }
                if ($taken->start > $from) {
                    $free[] = new Interval($from, $taken->start);
                }
                $from = max($from, $taken->end);
            }
            if ($from < $interval->end) {
                $free[] = new Interval($from, $interval->end);
            }
        }

        return new self($free);
    }

    public function and(self $other): self
    {
        $common = [];
        $i = $j = 0;
        while ($i < \count($this->list) && $j < \count($other->list)) {
            [$a, $b] = [$this->list[$i], $other->list[$j]];
            $start = max($a->start, $b->start);
            $end = min($a->end, $b->end);
            if ($start < $end) {
                $common[] = new Interval($start, $end);
            }
            $a->end < $b->end ? ++$i : ++$j;
        }

        return new self($common);
    }

    public function minutes(): int
    {
        return array_sum(array_map(static fn (Interval $i): int => $i->minutes(), $this->list));
    }
}
