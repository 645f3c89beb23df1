<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

/** Those whose points have a 1 at a binary place. */
final readonly class Digit implements Expr
{
    public function __construct(public Points $points, public int $place)
    {
    }
}
