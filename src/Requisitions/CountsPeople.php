<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Market\Criterion;
use Jorvent\Core\Market\Market;
use Jorvent\Core\Search\Search;

/** Counts own candidates, told by the module that has them. */
interface CountsPeople
{
    /** @param list<Criterion> $criteria of a brief */
    public function market(array $criteria): Market;

    /**
     * How many people each search finds.
     *
     * @param array<int, Search> $searches
     *
     * @return array<int, int> by their keys
     */
    public function totals(array $searches): array;
}
