<?php

declare(strict_types=1);

namespace Jorvent\Core\Pay;

use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;

/**
 * Reference rates of one day as central banks publish them: units of a currency for one euro, in millionths.
 * Every conversion carries the day of its rate.
 */
final readonly class ExchangeRate
{
    public const SCALE = 1_000_000;

    public function __construct(public string $currency, public \DateTimeImmutable $day, public int $perEuro)
    {
        if ($perEuro <= 0) {
            throw new \LogicException('A rate is positive.');
        }
    }

    /** @return self|Refusal the refusal at currency, day or per_euro, the first that is wrong; a day is as 2026-05-17 */
    public static function read(string $currency, string $day, string $perEuro): self|Refusal
    {
        $currency = strtoupper(trim($currency));
        $date = \DateTimeImmutable::createFromFormat('!Y-m-d', trim($day), new \DateTimeZone('UTC'));
        $rate = self::parse($perEuro);

        return match (true) {
            1 !== preg_match('/^[A-Z]{3}$/D', $currency) => new Refusal('currency', 'rate_currency'),
            false === $date || $date->format('Y-m-d') !== trim($day) => new Refusal('day', 'not_a_day'),
            null === $rate => new Refusal('per_euro', 'rate_number'),
            default => new self($currency, $date, $rate),
        };
    }

    /** "11.62" as millionths; null when it is not a positive number with at most six decimals. */
    public static function parse(string $rate): ?int
    {
        if (1 !== preg_match('/^(\d{1,6})(?:\.(\d{1,6}))?$/', trim($rate), $m)) {
            return null;
        }
        $millionths = (int) $m[1] * self::SCALE + (int) str_pad($m[2] ?? '', 6, '0');

        return $millionths > 0 ? $millionths : null;
    }

    /**
     * Through the euro, rounded half away from zero once: amount · to / from.
     * Example: NOK 698 000 at 11.62 to GBP at 0.854 is GBP 51 298.80.
     */
    public static function convert(Money $money, self $from, self $to): Money
    {
        if ($from->currency !== $money->currency) {
            throw new \LogicException('The first rate is that of the money.');
        }
        $shift = Money::digits($to->currency) - Money::digits($from->currency);
        $numerator = $to->perEuro * 10 ** max(0, $shift);
        $denominator = $from->perEuro * 10 ** max(0, -$shift);
        $common = self::gcd($numerator, $denominator);

        return (new Money($money->minor, $to->currency))
            ->times(intdiv($numerator, $common), intdiv($denominator, $common));
    }

    private static function gcd(int $a, int $b): int
    {
        while (0 !== $b) {
            [$a, $b] = [$b, $a % $b];
        }

        return $a;
    }
}
