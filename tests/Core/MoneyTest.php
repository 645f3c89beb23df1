<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Pay\Band;
use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Pay\OfferTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Money::class)]
#[CoversClass(Band::class)]
#[CoversClass(OfferTerms::class)]
final class MoneyTest extends TestCase
{
    /** @return iterable<array{string, string, int|null}> */
    public static function typed(): iterable
    {
        yield ['698 000', 'NOK', 69_800_000];
        yield ["698\u{2009}000", 'NOK', 69_800_000];
        yield ['698,000', 'GBP', 69_800_000];
        yield ['698.000,50', 'EUR', 69_800_050];
        yield ['41k', 'GBP', 4_100_000];
        yield ['NOK 41 000', 'NOK', 4_100_000];
        yield ['1,5', 'EUR', 150];
        yield ['1 000 000', 'JPY', 1_000_000];
        yield ['10.50', 'JPY', null];
        yield ['-5', 'EUR', -500];
        yield ['', 'EUR', null];
        yield ['lots', 'EUR', null];
        yield ['12.345.6', 'EUR', 1_234_560];
        yield ['99999999999999999', 'EUR', null];
    }

    #[DataProvider('typed')]
    public function testParse(string $text, string $currency, ?int $minor): void
    {
        self::assertSame($minor, Money::parse($text, $currency)?->minor);
    }

    public function testRoundsHalfAwayFromZero(): void
    {
        $times = static fn (int $minor, int $n, int $d): int => (new Money($minor, 'EUR'))->times($n, $d)->minor;
        self::assertSame([3, -3, 2, 0, 33], [$times(5, 1, 2), $times(-5, 1, 2), $times(7, 1, 3), $times(1, 1, 3), $times(100, 1, 3)]);
    }

    public function testCurrenciesDoNotMix(): void
    {
        $this->expectException(\LogicException::class);
        (new Money(1, 'EUR'))->plus(new Money(1, 'NOK'));
    }

    public function testTooLargeIsRefused(): void
    {
        $this->expectException(\LogicException::class);
        (new Money(\PHP_INT_MAX, 'EUR'))->times(3);
    }

    public function testPositionInTheBand(): void
    {
        $band = new Band(Money::major(620_000, 'NOK'), Money::major(760_000, 'NOK'));
        self::assertSame(690_000, $band->midpoint()->units());
        self::assertSame([0, 50, 56, 100, 107], array_map(static fn (int $k): int => $band->position(Money::major($k * 1000, 'NOK')), [620, 690, 698, 760, 770]));
        self::assertSame([100, 101, 90], array_map(static fn (int $k): int => $band->compaRatio(Money::major($k * 1000, 'NOK')), [690, 698, 620]));
        self::assertTrue($band->holds(Money::major(760_000, 'NOK')));
        self::assertFalse($band->holds(Money::major(760_001, 'NOK')));
        $odd = new Band(new Money(1, 'EUR'), new Money(2, 'EUR'));
        self::assertSame(2, $odd->midpoint()->minor);
    }

    public function testABandRunsUpwards(): void
    {
        $this->expectException(\LogicException::class);
        new Band(new Money(2, 'EUR'), new Money(2, 'EUR'));
    }

    public function testConversionGoesThroughTheEuroAndRoundsOnce(): void
    {
        $day = new \DateTimeImmutable('2026-01-12');
        $rate = static fn (string $currency, string $perEuro): ExchangeRate => new ExchangeRate($currency, $day, (int) ExchangeRate::parse($perEuro));
        self::assertSame(5_129_880, ExchangeRate::convert(Money::major(698_000, 'NOK'), $rate('NOK', '11.62'), $rate('GBP', '0.854'))->minor);
        self::assertSame(6_006_885, ExchangeRate::convert(Money::major(698_000, 'NOK'), $rate('NOK', '11.62'), $rate('EUR', '1'))->minor);
        self::assertSame(1_650, ExchangeRate::convert(Money::major(10, 'EUR'), $rate('EUR', '1'), $rate('JPY', '165'))->minor, 'yen have no minor unit');
        self::assertSame([11_620_000, 854_000, null, null, null, null], array_map(ExchangeRate::parse(...), ['11.62', '0.854', '0', '-1', '1,5', '1.0000001']));
    }

    public function testOfferTerms(): void
    {
        $today = new \DateTimeImmutable('2026-01-12');
        $codes = static fn (?int $base, ?string $first, ?string $by): array => array_map(static fn (Refusal $r): string => $r->field.' '.$r->code, (new OfferTerms(null === $base ? null : new Money($base, 'NOK'), null === $first ? null : new \DateTimeImmutable($first), null === $by ? null : new \DateTimeImmutable($by)))->blockers($today));
        self::assertSame([], $codes(1, '2026-03-02', '2026-01-27'));
        self::assertSame(['base pay_not_positive', 'first_day day_has_passed', 'answer_by day_has_passed'], $codes(0, '2026-01-12', '2026-01-11'));
        self::assertSame(['base pay_not_positive', 'answer_by answer_after_first_day'], $codes(-1, '2026-02-01', '2026-02-02'));
        self::assertSame(['base not_an_amount', 'first_day not_a_day', 'answer_by answer_too_late'], $codes(null, null, '2026-06-01'));
    }

    public function testAnAmountIsShownAsItIsTyped(): void
    {
        $shown = static fn (int $minor, string $currency): string => (new Money($minor, $currency))->grouped();
        self::assertSame('620 000', $shown(62_000_000, 'NOK'));
        self::assertSame('1 234.05', $shown(123_405, 'EUR'));
        self::assertSame('-0.50', $shown(-50, 'EUR'));
        self::assertSame('620 000', $shown(620_000, 'JPY'));
        self::assertSame('1.500', $shown(1_500, 'KWD'));
        foreach ([62_000_000, 123_405, 99, 0] as $minor) {
            self::assertSame($minor, Money::parse($shown($minor, 'EUR'), 'EUR')?->minor, 'and reads back');
        }
    }
}
