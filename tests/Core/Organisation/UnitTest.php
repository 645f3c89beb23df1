<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\Organisation;

use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Unit::class)]
final class UnitTest extends TestCase
{
    public function testEachRepairChangesOneFact(): void
    {
        $day = new \DateTimeImmutable('2026-03-01');
        $unit = new Unit(7, 2, '44 10', 'Rope', UnitKind::Site, $day, $day, true, 12, 3);
        $changed = static fn (Unit $after): array => array_diff_assoc($after->facts(), $unit->facts());
        self::assertSame(['code' => '4410'], $changed($unit->withCode('4410')));
        self::assertSame(['from' => '2026-02-01'], $changed($unit->validFrom(new \DateTimeImmutable('2026-02-01'))));
        self::assertSame(['to' => null], $changed($unit->withoutEnd()));
        self::assertSame(['retired' => false], $changed($unit->unretired()));
        self::assertSame([], $changed($unit->withId(8)));
        self::assertSame([8, 7], [$unit->withId(8)->id, $unit->withCode('x')->id]);
    }
}
