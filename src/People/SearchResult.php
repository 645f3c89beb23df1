<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\ParsedQuery;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Ladder;

/** What a search of our own candidates found: exact counts per row, and everyone found, as a set. */
final readonly class SearchResult
{
    /**
     * @param list<Node|Criterion> $rows     of the ladder, in its order
     * @param list<\GMP>           $oneShort for each row, those who miss only it
     * @param float                $took     milliseconds until all of them were
     * @param list<\GMP>           $more     other sets of the same moment that were asked for
     * @param float                $counted  milliseconds until the plain count was known, the figures of the ladder still to come
     */
    public function __construct(public ParsedQuery $query, public array $rows, public Ladder $ladder, public \GMP $people, public array $oneShort, public float $counted = 0.0, public float $took = 0.0, public array $more = [])
    {
    }
}
