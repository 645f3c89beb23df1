<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/** One row of the yield ladder, in people. */
final readonly class Rung
{
    /**
     * @param list<int> $adds  for each alternative of the row, those in the result whom no other alternative of it brings
     * @param list<int> $parts of a tie: how many more there would be without each of its parts
     * @param int|null  $loose of a tie: how many more if its parts need not be met in one and the same
     */
    public function __construct(public int $alone, public int $left, public int $without, public array $adds = [], public array $parts = [], public ?int $loose = null)
    {
    }

    /**
     * The same row counted among different people, together.
     *
     * @param non-empty-list<self> $rungs
     */
    public static function sum(array $rungs): self
    {
        $adds = array_map(static fn (int $n): int => array_sum(array_map(static fn (self $r): int => $r->adds[$n], $rungs)), array_keys($rungs[0]->adds));
        $parts = array_map(static fn (int $n): int => array_sum(array_map(static fn (self $r): int => $r->parts[$n], $rungs)), array_keys($rungs[0]->parts));

        return new self(array_sum(array_column($rungs, 'alone')), array_sum(array_column($rungs, 'left')), array_sum(array_column($rungs, 'without')), $adds, $parts, null === $rungs[0]->loose ? null : array_sum(array_column($rungs, 'loose')));
    }
}
