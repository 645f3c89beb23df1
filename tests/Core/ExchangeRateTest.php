<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Shared\Money;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(ExchangeRate::class)]
final class ExchangeRateTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, string}> currency, day, rate, and what is read or refused */
    public static function cells(): iterable
    {
        yield 'as central banks write it' => ['NOK', '2026-11-30', '11.62', 'NOK 2026-11-30 11620000'];
        yield 'small letters and blanks around' => [' nok ', ' 2026-11-30 ', ' 11.62 ', 'NOK 2026-11-30 11620000'];
        yield 'six decimals' => ['GBP', '2026-02-28', '0.000001', 'GBP 2026-02-28 1'];
        yield 'no currency' => ['', '2026-11-30', '11.62', 'currency rate_currency'];
        yield 'four letters' => ['KRON', '2026-11-30', '11.62', 'currency rate_currency'];
        yield 'a line after it' => ["NOK\nEUR", '2026-11-30', '11.62', 'currency rate_currency'];
        yield 'a day that is none' => ['NOK', '2026-02-29', '11.62', 'day not_a_day'];
        yield 'a day written otherwise' => ['NOK', '30.11.2026', '11.62', 'day not_a_day'];
        yield 'nothing' => ['NOK', '2026-11-30', '0', 'per_euro rate_number'];
        yield 'less than nothing' => ['NOK', '2026-11-30', '-1', 'per_euro rate_number'];
        yield 'seven decimals' => ['NOK', '2026-11-30', '1.1234567', 'per_euro rate_number'];
        yield 'a comma' => ['NOK', '2026-11-30', '11,62', 'per_euro rate_number'];
        yield 'the first that is wrong is told' => ['?', '?', '?', 'currency rate_currency'];
    }

    #[DataProvider('cells')]
    public function testARateIsReadWholeOrRefusedAtItsField(string $currency, string $day, string $rate, string $expected): void
    {
        $read = ExchangeRate::read($currency, $day, $rate);
        self::assertSame($expected, $read instanceof ExchangeRate
            ? $read->currency.' '.$read->day->format('Y-m-d').' '.$read->perEuro
            : $read->field.' '.$read->code);
    }

    public function testMoneyGoesThroughTheEuroAndIsRoundedOnce(): void
    {
        $day = new \DateTimeImmutable('2026-11-30');
        $parsed = static fn (string $rate): int => ExchangeRate::parse($rate) ?? self::fail('a rate is a number');
        $rate = static fn (string $of, string $perEuro): ExchangeRate => new ExchangeRate($of, $day, $parsed($perEuro));
        $converted = ExchangeRate::convert(Money::major(698_000, 'NOK'), $rate('NOK', '11.62'), $rate('GBP', '0.854'));
        self::assertSame([5_129_880, 'GBP'], [$converted->minor, $converted->currency]);
        // a currency without cents
        foreach ([100 => 164, -100 => -164] as $cents => $yen) {
            $converted = ExchangeRate::convert(new Money($cents, 'EUR'), $rate('EUR', '1'), $rate('JPY', '163.5'));
            self::assertSame($yen, $converted->minor, 'half away from zero');
        }
    }
}
