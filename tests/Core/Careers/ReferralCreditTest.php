<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\Careers;

use Jorvent\Core\Careers\CreditState;
use Jorvent\Core\Careers\ReferralCredit;
use Jorvent\Core\Shared\Money;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

#[CoversClass(ReferralCredit::class)]
#[CoversClass(CreditState::class)]
final class ReferralCreditTest extends TestCase
{
    private const AFTER_DAYS = 30;

    /** @param string $firstDay of the friend; empty when they are not hired */
    #[TestWith([true, true, false, '', CreditState::Open])]
    #[TestWith([true, false, false, '', CreditState::Lapsed])]
    #[TestWith([true, false, false, '2026-11-03', CreditState::Earned])]
    #[TestWith([true, false, false, '2026-11-02', CreditState::Due])]
    #[TestWith([true, false, false, '2026-10-01', CreditState::Due])]
    #[TestWith([true, false, true, '2026-10-01', CreditState::Paid])]
    #[TestWith([true, false, true, '', CreditState::Paid])]
    #[TestWith([false, true, false, '', CreditState::None])]
    #[TestWith([false, false, false, '2026-10-01', CreditState::None])]
    public function testOnlyWhatWasPromisedAndEarnedFallsDue(
        bool $isPromised,
        bool $isOpen,
        bool $isPaid,
        string $firstDay,
        CreditState $expected,
    ): void {
        $today = new \DateTimeImmutable('2026-12-02');
        $credit = ReferralCredit::of(
            $isPromised ? Money::major(600, 'EUR') : null,
            self::AFTER_DAYS,
            $isOpen,
            '' === $firstDay ? null : new \DateTimeImmutable($firstDay),
            $isPaid ? $today : null,
            $today,
        );
        self::assertSame($expected, $credit->state);
        self::assertSame($isPromised, null !== $credit->amount);
        self::assertSame($isPromised && '' !== $firstDay, null !== $credit->dueOn);
    }

    public function testItFallsDueSoManyDaysAfterTheFirstDay(): void
    {
        $day = static fn (string $day): \DateTimeImmutable => new \DateTimeImmutable($day);
        $promised = Money::major(600, 'EUR');
        $credit = ReferralCredit::of($promised, 90, false, $day('2026-12-01'), null, $day('2026-12-02'));
        self::assertSame('2027-03-01', $credit->dueOn?->format('Y-m-d'));
        $atOnce = ReferralCredit::of($promised, 0, false, $day('2026-12-02'), null, $day('2026-12-02'));
        self::assertSame(CreditState::Due, $atOnce->state);
    }
}
