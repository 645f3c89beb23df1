<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/** One row of the yield ladder, in people. $adds: for each alternative of the row, those in the result whom no other alternative of it brings. */
final readonly class Rung
{
    /** @param list<int> $adds */
    public function __construct(public int $alone, public int $left, public int $without, public array $adds = [])
    {
    }
}
