<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** Terms standing next to each other in this order; one term is a plain word. With $prefix the last term only has to begin so. */
final readonly class Row implements Node
{
    /** @param non-empty-list<string> $terms */
    public function __construct(public array $terms, public bool $prefix = false, public string $written = '')
    {
    }
}
