<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Scorecards\Comparison;
use Jorvent\Core\Scorecards\CompetencyLine;
use Jorvent\Core\Scorecards\Rating;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Comparison::class)]
#[CoversClass(CompetencyLine::class)]
#[CoversClass(Rating::class)]
final class ScorecardsTest extends TestCase
{
    public function testMeansSpreadAndTotal(): void
    {
        $comparison = Comparison::of(['Fault finding', 'Crew', 'Never asked'], [new Rating('mo', 'Fault finding', 5), new Rating('ines', 'Fault finding', 4), new Rating('piotr', 'Fault finding', 4), new Rating('mo', 'Crew', 5), new Rating('ines', 'Crew', 2)]);
        self::assertSame([433, 350, null], array_map(static fn (CompetencyLine $l): ?int => $l->mean(), $comparison->lines));
        self::assertSame([1, 3, 0], array_map(static fn (CompetencyLine $l): int => $l->spread(), $comparison->lines));
        self::assertSame([false, true, false], array_map(static fn (CompetencyLine $l): bool => $l->differs(), $comparison->lines));
        self::assertSame(392, $comparison->total(), 'the mean of 4.33 and 3.50, each competency counting the same');
    }

    public function testLeniencyIsMeasuredOnCommonGround(): void
    {
        $comparison = Comparison::of(['a', 'b'], [new Rating('mo', 'a', 5), new Rating('ines', 'a', 3), new Rating('mo', 'b', 4), new Rating('ines', 'b', 4), new Rating('alone', 'c', 1)]);
        self::assertSame(100, $comparison->leniency('mo'));
        self::assertSame(-100, $comparison->leniency('ines'));
        self::assertNull($comparison->leniency('alone'));
        self::assertNull(Comparison::of(['a'], [])->total());
    }

    public function testARatingIsFromOneToFive(): void
    {
        $this->expectException(\LogicException::class);
        new Rating('mo', 'a', 6);
    }
}
