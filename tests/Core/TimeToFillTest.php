<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Reporting\Spread;
use Jorvent\Core\Reporting\TimeToFill;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Spread::class)]
#[CoversClass(TimeToFill::class)]
final class TimeToFillTest extends TestCase
{
    public function testQuantilesAreValuesThatWereSeen(): void
    {
        $spread = Spread::of([50, 10, 30, 20, 40]);
        self::assertNotNull($spread);
        self::assertSame([10, 20, 30, 40, 50], [$spread->quantile(0.1), $spread->quantile(0.25), $spread->quantile(0.5), $spread->quantile(0.8), $spread->quantile(1.0)]);
        self::assertSame([0, 3, 5], [$spread->within(9), $spread->within(30), $spread->within(500)]);
        self::assertNull(Spread::of([]));
    }

    public function testNoChanceIsStatedThatNoDataCarry(): void
    {
        self::assertNull(TimeToFill::chance(null, 60));
        self::assertNull(TimeToFill::chance(Spread::of([10, 20, 30, 40]), 60));
        self::assertSame(['chance' => 92, 'low' => 75, 'high' => 100, 'of' => 5, 'within' => 5], TimeToFill::chance(Spread::of([10, 20, 30, 40, 50]), 60));
        // 16 of 23: 16.5 / 24
        self::assertSame(69, TimeToFill::chance(Spread::of([...array_fill(0, 16, 40), ...array_fill(0, 7, 90)]), 67)['chance'] ?? null);
    }

    public function testALaterDayIsNeverLessLikely(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(5));
        for ($round = 0; $round < 60; ++$round) {
            $spread = Spread::of(array_map(static fn (): int => $random->getInt(5, 150), range(1, $random->getInt(5, 40))));
            $before = ['chance' => 0, 'low' => 0, 'high' => 0];
            for ($day = 0; $day <= 160; $day += 5) {
                $now = TimeToFill::chance($spread, $day) ?? self::fail('enough were given');
                self::assertGreaterThanOrEqual($before['chance'], $now['chance']);
                self::assertTrue($now['low'] <= $now['chance'] && $now['chance'] <= $now['high'], json_encode($now) ?: '');
                $before = $now;
            }
        }
    }

    public function testTheBacktestKnowsOnlyEarlierMonths(): void
    {
        $hires = [];
        foreach (range(1, 9) as $month) {
            foreach ([30, 40, 50, 60] as $days) {
                $hires[] = ['month' => "2026-0$month", 'days' => $days];
            }
        }
        // the first two months have too few before them; from then on all lie inside the range seen
        self::assertSame(['tried' => 28, 'inside' => 28, 'expected' => 22], TimeToFill::backtest($hires));
        self::assertNull(TimeToFill::backtest(\array_slice($hires, 0, 8)));
        // a month unlike all before is outside, however well it would fit with hindsight
        $late = [...$hires, ...array_fill(0, 4, ['month' => '2026-10', 'days' => 200])];
        self::assertSame(['tried' => 32, 'inside' => 28, 'expected' => 26], TimeToFill::backtest($late));
    }

    public function testOnDaysThatAreDrawnAlikeTheRangeHoldsAboutEightInTen(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(11));
        $hires = [];
        for ($i = 0; $i < 1200; ++$i) {
            $hires[] = ['month' => \sprintf('%04d-%02d', 2000 + intdiv($i, 120), 1 + intdiv($i, 10) % 12), 'days' => $random->getInt(20, 120)];
        }
        $tested = TimeToFill::backtest($hires);
        self::assertNotNull($tested);
        self::assertEqualsWithDelta(0.8, $tested['inside'] / $tested['tried'], 0.04);
    }
}
