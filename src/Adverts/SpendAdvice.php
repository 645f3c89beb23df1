<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Adverts\ExpectedYield;

/** How a sum for adverts is best divided, and what that rests on. */
final readonly class SpendAdvice
{
    /**
     * @param list<SpendOffer> $offers the one that should bring most first
     * @param array{keys: list<string>, cost: float, mean: float, low: int, high: int} $best of Core\Adverts\Spending
     * @param int $runs earlier ones it is learned from
     * @param array{tried: int, inside: int, expected: int}|null $tried how it did on the past
     */
    public function __construct(
        public array $offers,
        public array $best,
        public int $runs,
        public int $visits,
        public ?array $tried,
    ) {
    }

    /** @return list<SpendOffer> that the sum is best spent on */
    public function chosen(): array
    {
        return array_values(array_filter(
            $this->offers, fn (SpendOffer $offer): bool => \in_array($offer->key, $this->best['keys'], true),
        ));
    }

    /** What the best division should bring. */
    public function expected(): ExpectedYield
    {
        return new ExpectedYield($this->best['mean'], 0.0, $this->best['low'], $this->best['high']);
    }

    /** The most that any of them may bring, for the scale of a drawing; at least one. */
    public function furthest(): int
    {
        $offers = array_map(static fn (SpendOffer $offer): int => $offer->expected->high, $this->offers);

        return max(1, $this->best['high'], ...$offers);
    }
}
