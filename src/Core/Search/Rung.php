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
}
