<?php

declare(strict_types=1);

namespace Jorvent\Core\Shared;

/** A stretch of time from a moment up to, but not including, a later one. */
final readonly class Interval
{
    public function __construct(public \DateTimeImmutable $start, public \DateTimeImmutable $end)
    {
        if ($start >= $end) {
            throw new \LogicException('An interval ends after it starts.');
        }
    }

    public function overlaps(self $other): bool
    {
        return $this->start < $other->end && $other->start < $this->end;
    }

    public function contains(self $other): bool
    {
        return $this->start <= $other->start && $other->end <= $this->end;
    }

    public function minutes(): int
    {
        return intdiv($this->end->getTimestamp() - $this->start->getTimestamp(), 60);
    }
}
