<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Reporting\Ecological;
use Jorvent\Core\Search\Split;
use Jorvent\Core\Workflow\KeepFacts;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Split::class)]
#[CoversClass(Ecological::class)]
#[CoversClass(KeepFacts::class)]
final class SplitTest extends TestCase
{
    public function testWorkedExampleOfADivision(): void
    {
        $split = Split::of(100, 25, 30, 20);
        self::assertEqualsWithDelta(.276, $split->gain, .001);
        self::assertSame(80, $split->best());
        self::assertTrue($split->keepsTheBest());
        self::assertFalse(Split::of(100, 25, 100, 25)->keepsTheBest(), 'everyone has it');
        self::assertFalse(Split::of(100, 25, 50, 5)->keepsTheBest(), 'it keeps the others');
        $this->expectException(\LogicException::class);
        Split::of(10, 5, 3, 4);
    }

    public function testInformationIsNeverLostByDividing(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(31));
        $positive = 0;
        for ($i = 0; $i < 500; ++$i) {
            $all = $random->getInt(1, 200);
            $best = $random->getInt(0, $all);
            $bestWith = $random->getInt(0, $best);
            $with = $bestWith + $random->getInt(0, $all - $best);
            $split = Split::of($all, $best, $with, $bestWith);
            self::assertGreaterThanOrEqual(0, $split->gain);
            self::assertLessThanOrEqual(1.0000001, $split->gain);
            // dividing by not having it tells as much
            self::assertEqualsWithDelta($split->gain, Split::of($all, $best, $all - $with, $best - $bestWith)->gain, 1e-9);
            $positive += $split->gain > .05 ? 1 : 0;
        }
        self::assertGreaterThan(50, $positive);
    }

    public function testWorkedExampleOfSharesInCells(): void
    {
        $cells = array_map(static fn (int $i): array => ['share' => $i / 10, 'outcome' => 40 + 20 * $i / 10, 'people' => 10 + $i], range(0, 6));
        $found = Ecological::of($cells);
        self::assertNotNull($found);
        self::assertEqualsWithDelta([20, 20, 20], [$found->difference, $found->least, $found->most], 1e-6);
        self::assertFalse($found->isOpen());
        self::assertNull(Ecological::of(\array_slice($cells, 0, Ecological::FEWEST - 1)), 'too few');
        self::assertNull(Ecological::of(array_map(static fn (int $i): array => ['share' => .3, 'outcome' => $i, 'people' => 9], range(0, 9))), 'all alike');
    }

    public function testTheRangeHoldsWhatIsTrueNearlyAlways(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(8));
        $uniform = static fn (): float => $random->getInt(0, 1 << 30) / (1 << 30);
        $held = $open = 0;
        for ($i = 0; $i < 400; ++$i) {
            $true = 0 === $i % 2 ? 0.0 : 30.0;
            $cells = array_map(static function () use ($uniform, $true): array {
                $share = $uniform();

                return ['share' => $share, 'outcome' => 50 + $true * $share + 12 * ($uniform() + $uniform() + $uniform() - 1.5), 'people' => 5 + (int) (40 * $uniform())];
            }, range(1, 24));
            $found = Ecological::of($cells);
            self::assertNotNull($found);
            $held += $found->least <= $true && $found->most >= $true ? 1 : 0;
            $open += 0.0 === $true && $found->isOpen() ? 1 : 0;
        }
        self::assertGreaterThan(.88 * 400, $held);
        self::assertGreaterThan(.88 * 200, $open, 'no difference is not told as one');
    }

    public function testWhatStandsAgainstKeepingSomeone(): void
    {
        $now = new \DateTimeImmutable('2026-11-29 12:00');
        $codes = static fn (KeepFacts $f, int $cooling = 30, bool $meant = false): array => array_column($f->blockers($now, $cooling, $meant), 'code');
        self::assertSame([], $codes(new KeepFacts()));
        self::assertSame([], $codes(new KeepFacts($now->modify('-1 day'))), 'over');
        self::assertSame(['already_in_pipeline', 'do_not_contact', 'employed_here', 'no_poach'], $codes(new KeepFacts($now->modify('+1 day'), true, 'Tern Holm', 'agreed', true)), 'all of it, not the first');
        $closed = new KeepFacts(closedOn: $now->modify('-10 days'), closedOf: 2204);
        self::assertSame([['cooling_off'], [], [], []], [$codes($closed), $codes($closed, 10), $codes($closed, 0), $codes($closed, 30, true)]);
        self::assertSame(['until' => '2026-12-19', 'number' => '2204'], $closed->blockers($now, 30)[0]->data);
    }
}
