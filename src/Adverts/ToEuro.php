<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Shared\Money;
use Jorvent\Reference\Read\RateQuery;

/** Turns amounts into euro at the newest rates, which are looked up once, and only when an amount is not in euro. */
final class ToEuro
{
    public const CURRENCY = 'EUR';

    /** @var array<string, ExchangeRate>|null by currency */
    private ?array $rates = null;

    public function __construct(private readonly RateQuery $query)
    {
    }

    /** @return Money|null null when its currency has no rate */
    public function of(Money $money): ?Money
    {
        if (self::CURRENCY === $money->currency) {
            return $money;
        }
        $this->rates ??= $this->query->newest();
        $rate = $this->rates[$money->currency] ?? null;

        return null === $rate ? null : ExchangeRate::convert(
            $money, $rate, new ExchangeRate(self::CURRENCY, $rate->day, ExchangeRate::SCALE),
        );
    }
}
