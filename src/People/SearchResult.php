<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\ParsedQuery;
use Jorvent\Core\Search\Ladder;

/** What a search of our own candidates found: exact counts per row, and everyone found as ids, newest first. */
final readonly class SearchResult
{
    /** @param list<int> $ids */
    public function __construct(public ParsedQuery $query, public Ladder $ladder, public array $ids)
    {
    }
}
