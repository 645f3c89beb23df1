<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

/** Those in all of them; of none: everyone. */
final readonly class Meet implements Expr
{
    /** @param list<Expr> $of */
    public function __construct(public array $of)
    {
    }
}
