<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

/** Points for standing in sets, added up for everyone. */
final readonly class Points
{
    /**
     * @param list<int>  $points of each set, not below 0
     * @param list<Expr> $of
     */
    public function __construct(public array $points, public array $of)
    {
    }

    /** @return list<Digit> the sum in binary, the lowest digit first */
    public function digits(): array
    {
        $sum = array_sum($this->points);

        return 0 === $sum ? [] : array_map(fn (int $i): Digit => new Digit($this, $i), range(0, (int) floor(log($sum, 2))));
    }
}
