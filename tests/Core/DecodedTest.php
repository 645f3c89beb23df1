<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Shared\Decoded;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Decoded::class)]
final class DecodedTest extends TestCase
{
    public function testAValueIsReadByItsKindAndNothingElseIsTakenForIt(): void
    {
        $from = new Decoded([
            'name' => 'Ada', 'count' => 3, 'on' => true, 'day' => '2026-02-28', 'list' => ['a', 1, 'b', null],
            'objects' => [['x' => 1], 'no object', ['x' => 2]], 'nothing' => null,
        ]);
        self::assertSame(['Ada', null, null], [$from->text('name'), $from->text('count'), $from->text('gone')]);
        self::assertSame([3, null, null], [$from->whole('count'), $from->whole('name'), $from->whole('on')]);
        self::assertSame([true, false, false], [$from->flag('on'), $from->flag('count'), $from->flag('gone')]);
        self::assertSame(['a', 'b'], $from->texts('list'));
        self::assertSame([[], []], [$from->texts('name'), $from->texts('gone')]);
        self::assertSame([1, 2], array_map(static fn (Decoded $one): ?int => $one->whole('x'), $from->objects('objects')));
        self::assertSame([], $from->objects('list'));
        self::assertSame([true, false, false], [$from->has('count'), $from->has('nothing'), $from->has('gone')]);
        self::assertSame('2026-02-28T00:00:00+00:00', $from->day('day')?->format('c'));
        self::assertNull($from->day('name'));
    }

    public function testAllTextsAndAllNumbersKeepTheirKeys(): void
    {
        $from = new Decoded(['a' => 'yes', 'b' => 40, 3 => 'third', 'c' => ['x'], 'd' => 1.5]);
        self::assertSame(['a' => 'yes', 3 => 'third'], $from->allTexts());
        self::assertSame(['b' => 40], $from->allWholes());
    }
}
