<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

use Jorvent\Core\Query\Row;

/** Everyone whose text says a row of words: a phrase, or a beginning of words. Not every such row has a key; the engine finds out. */
final readonly class Said implements Expr
{
    public function __construct(public Row $row)
    {
    }
}
