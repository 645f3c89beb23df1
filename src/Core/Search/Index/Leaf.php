<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

/** Everyone who stands under a key. */
final readonly class Leaf implements Expr
{
    public function __construct(public string $key)
    {
    }
}
