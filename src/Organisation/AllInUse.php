<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** What rests on sites and units in all modules together. */
final readonly class AllInUse
{
    /** @param iterable<InUse> $all */
    public function __construct(#[AutowireIterator(InUse::class)] private iterable $all)
    {
    }

    /** @return array<int, int> by site */
    public function ofSites(): array
    {
        return $this->sums(static fn (InUse $one): array => $one->ofSites());
    }

    /** @return array<int, int> by unit */
    public function ofUnits(): array
    {
        return $this->sums(static fn (InUse $one): array => $one->ofUnits());
    }

    /**
     * @param callable(InUse): array<int, int> $counts
     *
     * @return array<int, int>
     */
    private function sums(callable $counts): array
    {
        $sums = [];
        foreach ($this->all as $one) {
            foreach ($counts($one) as $id => $count) {
                $sums[$id] = ($sums[$id] ?? 0) + $count;
            }
        }

        return $sums;
    }
}
