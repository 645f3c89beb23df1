<?php

declare(strict_types=1);

namespace Jorvent\Privacy;

use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** All modules that hold something of people, asked together to hand it over to another record of the same person. */
final readonly class HandOver
{
    /** @param iterable<MovesWithPerson> $all */
    public function __construct(#[AutowireIterator(MovesWithPerson::class)] private iterable $all)
    {
    }

    /** @return array<string, list<int>> what moved, by table */
    public function all(int $from, int $to): array
    {
        $moved = [];
        foreach ($this->all as $module) {
            $moved += $module->handOver($from, $to);
        }

        return $moved;
    }

    /** @param array<string, list<int>> $moved */
    public function back(int $from, int $to, array $moved): void
    {
        foreach (array_reverse([...$this->all]) as $module) {
            $module->handBack($from, $to, $moved);
        }
    }
}
