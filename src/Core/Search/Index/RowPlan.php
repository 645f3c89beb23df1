<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

/** One row of the ladder as sets. */
final readonly class RowPlan
{
    /**
     * @param list<Expr> $alternatives each way to pass it, where there are several
     * @param list<Expr> $parts        of a tie: the tie without each of its parts
     * @param Expr|null  $loose        of a tie: its parts met anywhere, not in one and the same
     */
    public function __construct(public Expr $all, public array $alternatives = [], public array $parts = [], public ?Expr $loose = null)
    {
    }
}
