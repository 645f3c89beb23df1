<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Pay\PayTerms;
use Jorvent\Core\Shared\FieldMerge;
use Jorvent\Core\Shared\Money;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(PayTerms::class)]
#[CoversClass(FieldMerge::class)]
final class PayTermsTest extends TestCase
{
    /** @return iterable<string, array{PayTerms, int, int}> terms, stated minor units, a full-time year */
    public static function years(): iterable
    {
        yield 'a year' => [new PayTerms(), 62_000_000, 62_000_000];
        yield 'a month, 12 pays' => [new PayTerms(Frequency::Month), 5_000_000, 60_000_000];
        yield 'a month, 13 pays' => [new PayTerms(Frequency::Month, 13), 250_000, 3_250_000];
        yield 'a month, 14 pays' => [new PayTerms(Frequency::Month, 14), 250_000, 3_500_000];
        yield 'an hour, 37.5 h' => [new PayTerms(Frequency::Hour), 30_000, 58_500_000];
        yield 'an hour, 40 h' => [new PayTerms(Frequency::Hour, 12, 4000), 1_850, 3_848_000];
        yield 'an hour, 35.33 h, rounded once' => [new PayTerms(Frequency::Hour, 12, 3533), 1_001, 1_838_997];
        yield 'the share changes nothing of what is stated' => [new PayTerms(Frequency::Year, share: 60), 62_000_000, 62_000_000];
    }

    #[DataProvider('years')]
    public function testAFullTimeYear(PayTerms $terms, int $stated, int $year): void
    {
        self::assertSame($year, $terms->yearly(new Money($stated, 'NOK'))->minor);
    }

    public function testAShareOfIt(): void
    {
        self::assertSame(37_200_000, (new PayTerms(share: 60))->atShare(new Money(62_000_000, 'NOK'))->minor);
        self::assertSame(33, (new PayTerms(share: 33))->atShare(new Money(100, 'NOK'))->minor);
    }

    public function testThereAndBackIsTheSameToHalfAMinorUnit(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(1));
        for ($i = 0; $i < 3000; ++$i) {
            $terms = self::terms($random);
            $other = self::terms($random);
            $stated = new Money($random->getInt(1, 9_000_000), 'EUR');
            self::assertSame($stated->minor, $terms->restate($stated, $terms)->minor);
            // an amount an hour is coarser than one a year by up to 3 120 times: back again it may miss by half of that, rounded
            $back = $other->restate($terms->restate($stated, $other), $terms);
            $grain = max(1, (int) ceil($other->yearly(new Money(1, 'EUR'))->minor / max(1, $terms->yearly(new Money(1, 'EUR'))->minor)));
            self::assertLessThanOrEqual(intdiv($grain, 2) + 1, abs($back->minor - $stated->minor));
            self::assertSame($terms->yearly($stated)->minor, $terms->restate($stated, new PayTerms())->minor);
        }
    }

    public function testTermsOutOfRangeAreRefused(): void
    {
        $refused = static fn (PayTerms $t): array => array_map(static fn ($r): string => $r->field, $t->blockers());
        self::assertSame([], $refused(new PayTerms(Frequency::Month, 14, 4000, 1)));
        self::assertSame(['pays', 'hours', 'share'], $refused(new PayTerms(Frequency::Month, 15, 0, 0)));
        self::assertSame(['pays', 'hours', 'share'], $refused(new PayTerms(Frequency::Month, 11, 6001, 101)));
    }

    public function testFieldsAreMergedThreeWays(): void
    {
        $base = ['title' => 'A', 'positions' => 1, 'musts' => ['PLC'], 'note' => ''];
        $merge = FieldMerge::of($base, ['title' => 'B', 'positions' => 1, 'musts' => ['PLC', 'SCADA'], 'note' => 'same'], ['title' => 'A', 'positions' => 3, 'musts' => ['ECDIS'], 'note' => 'same']);
        self::assertSame(['title' => 'B', 'positions' => 3, 'musts' => ['ECDIS'], 'note' => 'same'], $merge->merged);
        self::assertSame(['musts'], $merge->conflicts);
        self::assertSame(['positions'], $merge->taken);
    }

    public function testAMergeLosesNothingAndInventsNothing(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(2));
        for ($i = 0; $i < 500; ++$i) {
            $any = static fn (): array => ['a' => $random->getInt(0, 2), 'b' => $random->getInt(0, 2), 'c' => $random->getInt(0, 2)];
            [$base, $mine, $theirs] = [$any(), $any(), $any()];
            $merge = FieldMerge::of($base, $mine, $theirs);
            $swapped = FieldMerge::of($base, $theirs, $mine);
            self::assertSame($merge->conflicts, $swapped->conflicts, 'a conflict is one from both sides');
            foreach ($merge->merged as $field => $value) {
                self::assertContains($value, [$mine[$field], $theirs[$field]]);
                if (!\in_array($field, $merge->conflicts, true)) {
                    self::assertSame($value, $swapped->merged[$field]);
                    self::assertTrue($mine[$field] === $base[$field] || $value === $mine[$field], 'what I changed is kept');
                }
            }
        }
    }

    private static function terms(\Random\Randomizer $random): PayTerms
    {
        return new PayTerms(Frequency::cases()[$random->getInt(0, 2)], $random->getInt(12, 14), $random->getInt(3000, 4200), $random->getInt(10, 100));
    }
}
