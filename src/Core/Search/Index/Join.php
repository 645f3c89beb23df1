<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

/** Those in any of them; of none: nobody. */
final readonly class Join implements Expr
{
    /** @param list<Expr> $of */
    public function __construct(public array $of)
    {
    }
}
