<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

final readonly class All implements Node
{
    /** @param non-empty-list<Node> $nodes */
    public function __construct(public array $nodes)
    {
    }
}
