<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

final readonly class Any implements Node
{
    /**
     * @param non-empty-list<Node> $nodes
     * @param string               $written set when one written word has several readings (e-mail: "email", or "e" next to "mail")
     */
    public function __construct(public array $nodes, public string $written = '')
    {
    }
}
