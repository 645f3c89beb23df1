<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Reporting\Uncertainty;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

#[CoversClass(Uncertainty::class)]
final class UncertaintyTest extends TestCase
{
    public function testTheEndsOfAShareAreWhereTheScoreTestTurns(): void
    {
        foreach ([[0, 10], [1, 10], [5, 10], [10, 10], [40, 1000]] as [$k, $n]) {
            foreach (Uncertainty::share($k, $n) as $p) {
                // by definition: (k/n - p)² = z² p (1 - p) / n
                self::assertEqualsWithDelta(($k / $n - $p) ** 2, Uncertainty::Z80 ** 2 * $p * (1 - $p) / $n, 1e-9, "$k of $n");
            }
            [$low, $high] = Uncertainty::share($k, $n);
            self::assertTrue($low <= $k / $n && $k / $n <= $high && $low < $high);
        }
        self::assertSame([0.0, 1.0], Uncertainty::share(0, 0));
    }

    public function testCountsAgainstTheExactLimits(): void
    {
        // half the quantiles of chi square with 2k and 2k + 2 degrees of freedom, at 10 and 90 %
        foreach ([[0, 0.0, 2.3026], [1, 0.1054, 3.8897], [3, 1.1021, 6.6808], [10, 6.2213, 15.4066]] as [$k, $low, $high]) {
            self::assertEqualsWithDelta([$low, $high], Uncertainty::count($k), 0.001, (string) $k);
        }
        self::assertEqualsWithDelta(['per' => 78.0, 'low' => 780 / 15.4066, 'high' => 780 / 6.2213], Uncertainty::costPer(780, 10), 0.01);
        self::assertEqualsWithDelta(['per' => null, 'low' => 450 / 2.3026, 'high' => null], Uncertainty::costPer(450, 0), 0.01);
    }

    public function testARangeOfCountsHoldsEightInTen(): void
    {
        self::assertSame([0, 0], Uncertainty::predict(0.0, 0.0));
        $random = new Randomizer(new Mt19937(7));
        $share = static fn (): float => ($random->getInt(0, 999_999) + 0.5) / 1_000_000;
        $poisson = static function (float $mean) use ($share): int {
            $k = 0;
            for ($p = $share(), $floor = exp(-$mean); $p > $floor; $p *= $share()) {
                ++$k;
            }

            return $k;
        };
        foreach ([[6.0, 6.0, 0], [6.0, 18.0, 3], [20.0, 70.0, 8]] as [$mean, $variance, $shape]) {
            [$low, $high] = Uncertainty::predict($mean, $variance);
            $inside = 0;
            for ($i = 0; $i < 4000; ++$i) {
                // a negative binomial is a Poisson whose mean is drawn from a gamma; of whole shape, a sum of exponentials
                $drawn = 0 === $shape ? $mean : 0.0;
                if ($shape > 0) {
                    for ($j = 0; $j < $shape; ++$j) {
                        $drawn -= log($share()) * $mean / $shape;
                    }
                }
                $k = $poisson($drawn);
                $inside += $k >= $low && $k <= $high ? 1 : 0;
            }
            self::assertGreaterThanOrEqual(0.79, $inside / 4000, "$mean $variance");
            self::assertLessThan(0.93, $inside / 4000, "$mean $variance");
        }
    }
}
