<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

final readonly class Not implements Node
{
    public function __construct(public Node $node)
    {
    }
}
