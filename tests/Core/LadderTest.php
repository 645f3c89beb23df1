<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Search\Ladder;
use Jorvent\Core\Search\Rung;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Ladder::class)]
#[CoversClass(Rung::class)]
final class LadderTest extends TestCase
{
    public function testWorkedExample(): void
    {
        $ladder = Ladder::ofPeople(2, [[true, true], [true, false], [false, true], [false, false], [true, true]], [
            [[true, false], []], [[false, false], []], [[false, false], []], [[false, false], []], [[true, true], []],
        ]);
        self::assertSame(2, $ladder->total);
        self::assertSame(5, $ladder->population);
        self::assertSame([3, 3, 1, [1, 0]], [$ladder->rungs[0]->alone, $ladder->rungs[0]->left, $ladder->rungs[0]->without, $ladder->rungs[0]->adds]);
        self::assertSame([3, 2, 1], [$ladder->rungs[1]->alone, $ladder->rungs[1]->left, $ladder->rungs[1]->without]);
        self::assertSame(2, $ladder->oneShort);
    }

    public function testGainsAddUpToOneShortAndBarsStepDown(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(31));
        for ($round = 0; $round < 60; ++$round) {
            $rows = $random->getInt(1, 7);
            $people = array_map(static fn (): array => array_map(static fn (): bool => $random->getInt(0, 2) > 0, range(1, $rows)), range(1, $random->getInt(1, 80)));
            $ladder = Ladder::ofPeople($rows, $people);
            self::assertSame(\count(array_filter($people, static fn (array $p): bool => 1 === \count(array_keys($p, false, true)))), array_sum(array_map(static fn (Rung $r): int => $r->without, $ladder->rungs)));
            $left = $ladder->population;
            foreach ($ladder->rungs as $i => $rung) {
                self::assertLessThanOrEqual($left, $rung->left);
                self::assertLessThanOrEqual($rung->alone, $rung->left);
                $left = $rung->left;
                // dropping the row really gains what it says
                $without = array_map(static fn (array $p): array => array_values(array_diff_key($p, [$i => 0])), $people);
                self::assertSame(Ladder::ofPeople($rows - 1, $without)->total - $ladder->total, $rung->without);
            }
            self::assertSame($ladder->total, $left);
        }
    }

    public function testPeopleCountedInPartsAddUp(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(32));
        for ($round = 0; $round < 60; ++$round) {
            $rows = $random->getInt(1, 5);
            $people = array_map(static fn (): array => array_map(static fn (): bool => $random->getInt(0, 2) > 0, range(1, $rows)), range(1, $random->getInt(3, 60)));
            $parts = [];
            foreach ($people as $one) {
                $parts[$random->getInt(0, 2)][] = $one;
            }
            self::assertEquals(Ladder::ofPeople($rows, $people), Ladder::sum(array_map(static fn (array $p): Ladder => Ladder::ofPeople($rows, $p), array_values($parts))));
        }
    }

    public function testNoRows(): void
    {
        $ladder = Ladder::ofPeople(0, [[], [], []]);
        self::assertSame([3, 3, 0], [$ladder->total, $ladder->population, $ladder->oneShort]);
    }
}
