<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\FirstSearch;
use Jorvent\Core\Search\Kind;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class FirstSearchTest extends TestCase
{
    /** @return iterable<string, array{list<string>, list<string>, string}> */
    public static function briefs(): iterable
    {
        yield 'as told' => [['PLC', 'shore power', 'drives'], ['SCADA'], 'PLC AND "shore power" AND (drives OR SCADA)'];
        yield 'nothing' => [[], [], ''];
        yield 'wishes alone' => [[], ['SCADA', 'LNG'], '(SCADA OR LNG)'];
        yield 'one wish is no must' => [['PLC'], ['SCADA'], 'PLC'];
        yield 'a third must alone stays one' => [['PLC', 'drives', 'C#'], [], 'PLC AND drives AND C#'];
        yield 'twice' => [['PLC', 'PLC', 'drives'], ['drives', 'PLC', 'LNG'], 'PLC AND (drives OR LNG)'];
        yield 'words of the language' => [['NOT', 'a (b)'], [], '"NOT" AND "a (b)"'];
        yield 'with quotation marks' => [['the "old" way', '"'], [], '"the old way"'];
        yield 'no word at all' => [['—', '***'], [], ''];
    }

    /**
     * @param list<string> $musts
     * @param list<string> $wishes
     */
    #[DataProvider('briefs')]
    public function testABriefIsWhatIsLookedForFirst(array $musts, array $wishes, string $expected): void
    {
        $search = FirstSearch::of($musts, $wishes, null, null);
        self::assertSame($expected, $search->text);
        self::assertSame([], $search->criteria);
        self::assertSame([], $search->parsed()->errors());
    }

    public function testYearsAndPlaceLeaveRoomForThoseWhoDoNotTell(): void
    {
        $search = FirstSearch::of(['PLC'], [], 4, 'Bergen');
        self::assertEquals([new Criterion(Kind::Years, from: 4, unstated: true), new Criterion(Kind::Place, ['Bergen'], km: 75, moves: true, unstated: true)], $search->criteria);
        self::assertSame([], FirstSearch::of(['PLC'], [], 0, '')->criteria);
        self::assertEquals($search, \Jorvent\Core\Search\Search::fromArray($search->toArray()));
    }
}
