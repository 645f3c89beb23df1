<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Shared\Money;
use Jorvent\Reference\Read\RateQuery;

/** Reads an amount above nothing in a currency that has a rate: without one it could not be compared with others. */
final class ReadAmount
{
    /** @var array<string, bool> whether it can be compared, by currency */
    private array $known = [Costs::CURRENCY => true];

    public function __construct(private readonly RateQuery $rates)
    {
    }

    public function of(string $amount, string $currency): ?Money
    {
        $currency = strtoupper(trim($currency));
        if (1 !== preg_match('/^[A-Z]{3}$/D', $currency)) {
            return null;
        }
        $this->known[$currency] ??= null !== $this->rates->of($currency);
        $money = $this->known[$currency] ? Money::parse($amount, $currency) : null;

        return true === $money?->isPositive() ? $money : null;
    }
}
