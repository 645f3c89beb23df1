<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

/** Everyone but those. */
final readonly class Minus implements Expr
{
    public function __construct(public Expr $of)
    {
    }
}
