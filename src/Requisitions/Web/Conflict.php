<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Requisitions\Brief\Brief;

/** Two people changed the same fields: the brief with the changes of both, one's own where both changed. */
final readonly class Conflict
{
    /** @param list<string> $fields that both changed */
    public function __construct(public Brief $merged, public array $fields)
    {
    }
}
