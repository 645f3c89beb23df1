<?php

declare(strict_types=1);

namespace Jorvent\Core\Reporting;

/** How a set of durations lies, in whole days. */
final readonly class Spread
{
    /** @param non-empty-list<int> $days ascending */
    private function __construct(public array $days)
    {
    }

    /** @param list<int> $days */
    public static function of(array $days): ?self
    {
        sort($days);

        return [] === $days ? null : new self($days);
    }

    public function count(): int
    {
        return \count($this->days);
    }

    /** The smallest value that at least that share of all reach: nearest rank (Hyndman and Fan 1996, type 1), so always one that was seen. */
    public function quantile(float $share): int
    {
        return $this->days[max(0, min(\count($this->days) - 1, (int) ceil($share * \count($this->days)) - 1))];
    }

    public function within(int $days): int
    {
        return \count(array_filter($this->days, static fn (int $d): bool => $d <= $days));
    }
}
