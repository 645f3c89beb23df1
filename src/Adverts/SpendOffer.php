<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Adverts\ExpectedYield;

/** A run of an advert that can be bought, and what it should bring. */
final readonly class SpendOffer
{
    /**
     * @param string   $key     of the board
     * @param float    $cost    in euro
     * @param bool     $renewed it stands there and would go on
     */
    public function __construct(
        public string $key,
        public string $name,
        public float $cost,
        public ExpectedYield $expected,
        public int $days,
        public bool $renewed,
    ) {
    }

    /** @return array{key: string, cost: float, mean: float, variance: float} as Core\Adverts\Spending weighs it */
    public function weighed(): array
    {
        [$mean, $variance] = [$this->expected->mean, $this->expected->variance];

        return ['key' => $this->key, 'cost' => $this->cost, 'mean' => $mean, 'variance' => $variance];
    }
}
