<?php

declare(strict_types=1);

namespace Jorvent\Tests\Modules\Careers;

use Jorvent\Careers\Entity\Promise;
use Jorvent\Careers\Entity\Referral;
use Jorvent\Careers\Entity\ReferralTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(ReferralTerms::class)]
#[CoversClass(Referral::class)]
#[CoversClass(Promise::class)]
final class ReferralTest extends TestCase
{
    public function testTheCreditIsPromisedToColleaguesAlone(): void
    {
        $terms = new ReferralTerms();
        self::assertNull($terms->promise('mo@skerry.example')->credit(), 'nothing is promised at first');
        $terms->change(Money::major(600, 'EUR'), 90, ['skerry.example', 'yard.example'], 1);
        $promise = $terms->promise('Mo@Skerry.Example');
        self::assertEquals([Money::major(600, 'EUR'), 90], [$promise->credit(), $promise->afterDays()]);
        self::assertNull($terms->promise('mo@skerry.example.org')->credit());
        self::assertNull($terms->promise('mo@notskerry.example')->credit());
    }

    public function testWithoutACreditTheLastCurrencyStaysChosen(): void
    {
        $terms = new ReferralTerms();
        $terms->change(Money::major(600, 'NOK'), 90, ['skerry.example'], 1);
        $terms->change(null, 0, [], 1);
        self::assertSame([null, 'NOK', 0, []], [$terms->credit(), $terms->currency(), $terms->afterDays(), $terms->domains()]);
    }

    /**
     * @param list<string> $domains
     * @param list<string> $expected fields and codes
     */
    #[DataProvider('wrong')]
    public function testWhatCanNotBePromised(?Money $credit, int $days, array $domains, int $seen, array $expected): void
    {
        try {
            (new ReferralTerms())->change($credit, $days, $domains, $seen);
            self::fail('it is refused');
        } catch (Refused $refused) {
            $said = array_map(static fn (Refusal $r): string => trim($r->field.' '.$r->code), $refused->refusals);
            self::assertSame($expected, $said);
        }
    }

    /** @return iterable<string, array{Money|null, int, list<string>, int, list<string>}> */
    public static function wrong(): iterable
    {
        $credit = Money::major(600, 'EUR');
        yield 'seen before another changed it' => [$credit, 90, ['skerry.example'], 0, ['saved_by_another']];
        yield 'nothing' => [Money::major(0, 'EUR'), 90, ['skerry.example'], 1, ['credit amount_wrong']];
        yield 'less than nothing' => [Money::major(-5, 'EUR'), 90, ['skerry.example'], 1, ['credit amount_wrong']];
        yield 'too long' => [null, 401, [], 1, ['after_days days_range']];
        yield 'before they began' => [null, -1, [], 1, ['after_days days_range']];
        yield 'no domain' => [null, 90, ['skerry'], 1, ['domains domain_wrong']];
        yield 'two that are none are said once' => [null, 90, ['a b.example', 'x'], 1, ['domains domain_wrong']];
        yield 'to nobody' => [$credit, 90, [], 1, ['domains credit_for_whom']];
    }

    public function testNobodyRefersThemselvesAndWhoIsForgottenIsNobody(): void
    {
        $referral = self::referral('Mo Teller', 'mo@skerry.example');
        self::assertTrue($referral->isBy('MO@skerry.example'));
        self::assertFalse($referral->isBy('mo@skerry.example.org'));
        (new \ReflectionProperty($referral, 'id'))->setValue($referral, 12);
        $referral->forget();
        self::assertSame('forgotten-12@forgotten.invalid', $referral->email());
        self::assertStringNotContainsString('Mo', $referral->name());
        self::assertFalse($referral->isBy('mo@skerry.example'));
    }

    public function testWithoutANameOrAnAddressThereIsNone(): void
    {
        $this->expectExceptionObject(new Refused([
            new Refusal('name', 'name_missing'), new Refusal('email', 'email_missing'),
        ]));
        self::referral('M', '');
    }

    private static function referral(string $name, string $email): Referral
    {
        $now = new \DateTimeImmutable('2026-12-02 10:00');

        return new Referral(1, '0123456789', $name, $email, 'en', new Promise(null, 0), $now);
    }
}
