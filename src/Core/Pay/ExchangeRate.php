<?php

declare(strict_types=1);

namespace Jorvent\Core\Pay;

use Jorvent\Core\Shared\Money;

/** Reference rates of one day as central banks publish them: units of a currency for one euro, in millionths. Every conversion carries the day of its rate. */
final readonly class ExchangeRate
{
    public const SCALE = 1_000_000;

    public function __construct(public string $currency, public \DateTimeImmutable $day, public int $perEuro)
    {
        if ($perEuro <= 0) {
            throw new \LogicException('A rate is positive.');
        }
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
     * Through the euro, rounded half away from zero once: amount · to / from. Example: NOK 698 000 at 11.62 to GBP at 0.854 is GBP 51 298.80.
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

        return new Money((new Money($money->minor, $to->currency))->times(intdiv($numerator, $common), intdiv($denominator, $common))->minor, $to->currency);
    }

    private static function gcd(int $a, int $b): int
    {
        while (0 !== $b) {
            [$a, $b] = [$b, $a % $b];
        }

        return $a;
    }
}
