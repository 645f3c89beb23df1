<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Adverts\Read\SubscriptionQuery;
use Jorvent\Core\Adverts\PriceKind;
use Jorvent\Core\Shared\Money;
use Jorvent\Reference\Read\RateQuery;

/**
 * What postings cost: what was entered or imported, else what the board's price makes of what was used. All in euro, at
 * the newest rates, so that boards can be compared.
 */
final readonly class Costs
{
    public const CURRENCY = ToEuro::CURRENCY;

    public function __construct(private SubscriptionQuery $subscriptions, private RateQuery $rates)
    {
    }

    /**
     * @param list<Usage> $usages
     *
     * @return array<int, Cost|null> by posting; null when nothing is known of its cost
     */
    public function of(array $usages): array
    {
        $rates = new ToEuro($this->rates);
        $shares = $this->shares($usages);
        $costs = [];
        foreach ($usages as $usage) {
            $costs[$usage->posting] = [] === $usage->paid
                ? self::byPrice($usage, $shares[$usage->posting] ?? 0, $rates)
                : self::paid($usage, $rates);
        }

        return $costs;
    }

    /** @return Money|null in euro; null when there is no rate for its currency */
    public function euro(Money $money): ?Money
    {
        return (new ToEuro($this->rates))->of($money);
    }

    /**
     * @param list<Usage> $usages
     *
     * @return array<int, int> thousandths of a month's fee by posting
     */
    private function shares(array $usages): array
    {
        foreach ($usages as $usage) {
            if (PriceKind::Subscription === $usage->price->kind && [] === $usage->paid) {
                return $this->subscriptions->shares();
            }
        }

        return [];
    }

    private static function paid(Usage $usage, ToEuro $rates): Cost
    {
        $sum = new Money(0, self::CURRENCY);
        foreach ($usage->paid as $one) {
            // only what has a rate can be entered
            $sum = $sum->plus($rates->of($one) ?? new Money(0, self::CURRENCY));
        }

        return new Cost($sum, true);
    }

    private static function byPrice(Usage $usage, int $share, ToEuro $rates): ?Cost
    {
        if (PriceKind::Free === $usage->price->kind) {
            return new Cost(new Money(0, self::CURRENCY), false);
        }
        $cost = $usage->begun
            ? $usage->price->cost($usage->runs, $usage->visits, $usage->applied, $share)
            : null;
        $euro = null === $cost ? null : $rates->of($cost);

        return null === $euro ? null : new Cost($euro, false);
    }
}
