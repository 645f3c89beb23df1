<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Market\Criterion;
use Jorvent\Core\Market\Market;
use Jorvent\Core\Market\MarketPerson;
use Jorvent\Core\Query\Document;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Market::class)]
#[CoversClass(Criterion::class)]
final class MarketTest extends TestCase
{
    public function testCountsWhoAnswersAllAndWhatEachRequirementCosts(): void
    {
        $people = [
            self::person('PLC and high voltage', 5, 'Bergen', 62_000), self::person('PLC, high voltage', 2, 'Vigo', 50_000), self::person('PLC', 9, 'Bergen', null), self::person('high voltage only', 9, null, 60_000), self::person('high and then voltage, PLC', null, 'Vigo', 60_000),
        ];
        $criteria = [self::skill('PLC'), self::skill('high voltage'), Criterion::years(3)];
        $market = Market::of($people, $criteria);
        self::assertEquals(new Market(1, 5, [1, 1, 1], ['Bergen' => 1], [24 => 1], []), $market);
        self::assertSame(['Bergen' => 2, 'Vigo' => 2], Market::of($people, [])->towns);
        self::assertNull(Criterion::skill(' –– '));
    }

    public function testHowManyARangeReaches(): void
    {
        // columns begin at 50 000, 60 000 and 70 000
        $columns = [20 => 2, 24 => 5, 28 => 3];
        self::assertSame(['named' => 10, 'reached' => 7, 'median' => 61_250], Market::reached($columns, 69_999));
        self::assertSame(['named' => 10, 'reached' => 10, 'median' => 61_250], Market::reached($columns, 70_000));
        self::assertSame(['named' => 0, 'reached' => 0, 'median' => null], Market::reached([], 70_000));
        self::assertSame([0, 0, 24, 63, 63], array_map(Market::column(...), [-5, 0, 61_000, 157_500, 9_000_000]));
    }

    private static function skill(string $text): Criterion
    {
        return Criterion::skill($text) ?? self::fail('no word in it');
    }

    private static function person(string $resume, ?int $years, ?string $town, ?int $expects): MarketPerson
    {
        return new MarketPerson(Document::of($resume), $years, $town, $expects, null);
    }
}
