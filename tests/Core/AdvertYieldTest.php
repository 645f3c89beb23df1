<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Adverts\AdvertRun;
use Jorvent\Core\Adverts\AdvertYield;
use Jorvent\Core\Adverts\Attribution;
use Jorvent\Core\Adverts\Spending;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

#[CoversClass(AdvertRun::class)]
#[CoversClass(AdvertYield::class)]
#[CoversClass(Attribution::class)]
#[CoversClass(Spending::class)]
final class AdvertYieldTest extends TestCase
{
    public function testAttributionSharesOutOneApplication(): void
    {
        self::assertSame([[3 => 1.0], [7 => 1.0], [3 => 0.5, 5 => 0.25, 7 => 0.25]], array_map(static fn (Attribution $a): array => $a->shares([3, 5, 3, 7], 7), [Attribution::First, Attribution::Last, Attribution::Even]));
        foreach (Attribution::cases() as $how) {
            self::assertSame([[], [9 => 1.0]], [$how->shares([], null), $how->shares([], 9)], 'without a memory the last one counts');
            self::assertEqualsWithDelta(1.0, array_sum($how->shares([1, 2, 3], 3)), 1e-12);
        }
    }

    public function testTooFewRunsSayNothing(): void
    {
        self::assertNull(AdvertYield::learn(array_fill(0, AdvertYield::FEWEST - 1, new AdvertRun('a', '2026-01', 30, 2, 1))));
        self::assertNull(AdvertYield::backtest([]));
    }

    public function testABoardOfWhichLittleIsKnownIsDrawnToTheOthers(): void
    {
        $runs = [...array_fill(0, 20, new AdvertRun('good', '2026-01', 14, 6, 0)), new AdvertRun('new', '2026-01', 14, 0, 0)];
        $model = AdvertYield::learn($runs) ?? self::fail('nothing learned');
        $good = $model->expect('good', 14)->mean;
        self::assertEqualsWithDelta(6.0, $good, 0.2);
        self::assertGreaterThan(0.5 * $good, $model->expect('new', 14)->mean, 'one empty fortnight does not condemn a board');
        self::assertLessThan($good, $model->expect('new', 14)->mean);
        self::assertGreaterThan($model->expect('good', 14)->high - $model->expect('good', 14)->low, $model->expect('never heard of', 14)->high - $model->expect('never heard of', 14)->low + 1);
    }

    public function testLaterDaysCountForLess(): void
    {
        $model = AdvertYield::learn(array_fill(0, 30, new AdvertRun('a', '2026-01', 28, 8, 2))) ?? self::fail('nothing learned');
        self::assertEqualsWithDelta(10.0, $model->expect('a', 28)->mean, 0.3);
        self::assertEqualsWithDelta(2.0, $model->expect('a', 14, true)->mean, 0.3, 'renewed after a fortnight');
    }

    public function testItsRangesHoldAboutEightInTenOnWorldsLikeIt(): void
    {
        $random = new Randomizer(new Mt19937(11));
        $share = static fn (): float => ($random->getInt(0, 999_999) + 0.5) / 1_000_000;
        $draw = static function (float $mean) use ($share): int {
            $k = 0;
            for ($p = $share(), $floor = exp(-$mean); $p > $floor; $p *= $share()) {
                ++$k;
            }

            return $k;
        };
        $runs = [];
        foreach (range(1, 18) as $month) {
            foreach (['a' => 0.30, 'b' => 0.12, 'c' => 0.04] as $board => $rate) {
                for ($i = 0; $i < 6; ++$i) {
                    $luck = 0.4 + 1.2 * $share(); // openings differ
                    $runs[] = new AdvertRun($board, \sprintf('%02d', $month), 28, $draw($rate * 14 * $luck), $draw($rate * 14 * 0.4 * $luck));
                }
            }
        }
        $tried = AdvertYield::backtest($runs) ?? self::fail('nothing tried');
        self::assertGreaterThan(250, $tried['tried']);
        self::assertEqualsWithDelta(0.86, $tried['inside'] / $tried['tried'], 0.08);
        $late = array_map(static fn (AdvertRun $r): AdvertRun => '18' === $r->month ? new AdvertRun($r->board, $r->month, 28, 60, 0) : $r, $runs);
        self::assertLessThan($tried['inside'], (AdvertYield::backtest($late) ?? self::fail('nothing tried'))['inside'], 'a month that goes otherwise is seen in it');
    }

    public function testTheBestDivisionAgainstEveryOther(): void
    {
        $random = new Randomizer(new Mt19937(3));
        for ($round = 0; $round < 60; ++$round) {
            $offers = [];
            foreach (range('a', 'f') as $key) {
                $mean = $random->getInt(0, 80) / 10;
                $offers[] = ['key' => $key, 'cost' => (float) $random->getInt(0, 40) * 10, 'mean' => $mean, 'variance' => 2 * $mean];
            }
            $sum = (float) $random->getInt(0, 90) * 10;
            $best = Spending::best($offers, $sum);
            self::assertLessThanOrEqual($sum, $best['cost']);
            $most = 0.0;
            $try = static function (int $i, float $cost, float $mean) use (&$try, &$most, $offers, $sum): void {
                if ($cost > $sum) {
                    return;
                }
                $most = max($most, $mean);
                if (isset($offers[$i])) {
                    $try($i + 1, $cost, $mean);
                    $try($i + 1, $cost + $offers[$i]['cost'], $mean + $offers[$i]['mean']);
                }
            };
            $try(0, 0.0, 0.0);
            self::assertEqualsWithDelta($most, $best['mean'], 1e-6);
            self::assertTrue($best['low'] <= $best['mean'] + 1 && $best['high'] >= $best['mean'] - 1);
        }
        self::assertSame([], Spending::best([], 500.0)['keys']);
    }
}
