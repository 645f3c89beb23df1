<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Import\Cell;
use Jorvent\Core\Import\ColumnMatch;
use Jorvent\Core\Import\Fields;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(ColumnMatch::class)]
#[CoversClass(Cell::class)]
final class ImportTest extends TestCase
{
    /** @return iterable<string, array{list<string>, array<string, int>}> */
    public static function heads(): iterable
    {
        yield 'ours' => [['title', 'department', 'site', 'positions'], ['title' => 0, 'unit' => 1, 'site' => 2, 'positions' => 3]];
        yield 'as someone writes them' => [['Nr', 'Job Title ', 'Dept. code / Department', 'LOCATION', 'Salary (from)', 'Salary (to)', 'Must-have'], ['title' => 1, 'unit' => 2, 'site' => 3, 'payFrom' => 4, 'payTo' => 5, 'musts' => 6]];
        yield 'in Norwegian' => [['Stilling', 'Avdeling', 'Sted', 'Antall', 'Lønn fra', 'Frist', 'Krav'], ['title' => 0, 'unit' => 1, 'site' => 2, 'positions' => 3, 'payFrom' => 4, 'targetOn' => 5, 'musts' => 6]];
        yield 'in Polish' => [['Stanowisko', 'Dział', 'Miasto', 'Liczba etatów', 'Wymagania', 'Doświadczenie'], ['title' => 0, 'unit' => 1, 'site' => 2, 'positions' => 3, 'yearsFrom' => 5, 'musts' => 4]];
        yield 'nothing we know' => [['x', '', 'Kolor'], []];
    }

    /**
     * @param list<string>       $head
     * @param array<string, int> $wanted
     */
    #[DataProvider('heads')]
    public function testColumnsAreKnownByWhateverName(array $head, array $wanted): void
    {
        self::assertSame($wanted, ColumnMatch::propose($head, Fields::REQUISITION));
    }

    public function testEachColumnGoesToOneFieldOnly(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(1));
        $names = array_merge(...array_values(Fields::REQUISITION));
        for ($round = 0; $round < 200; ++$round) {
            $head = array_map(static fn (): string => $names[$random->getInt(0, \count($names) - 1)], range(0, 9));
            $found = ColumnMatch::propose($head, Fields::REQUISITION);
            self::assertCount(\count($found), array_unique($found));
            foreach ($found as $field => $column) {
                self::assertArrayHasKey($column, $head, $field);
            }
        }
    }

    public function testCellsAreReadAsPeopleFillThemIn(): void
    {
        foreach (['2026-03-01', '01.03.2026', '1.3.2026', '01/03/2026', '1/3/2026', '1 Mar 2026', '01-03-2026'] as $day) {
            self::assertSame('2026-03-01', Cell::day($day)?->format('Y-m-d'), $day);
        }
        foreach (['31.02.2026', 'soon', '', '13/13/2026', '1/3/26', '0001-01-01'] as $none) {
            self::assertNull(Cell::day($none), $none);
        }
        self::assertSame([3, 12000, 4, null, null, null], array_map(Cell::number(...), ['3', "12\u{00A0}000", '4,0', '4.5', '-1', 'three']));
        self::assertSame(['permanent', 'fixed_term', 'seasonal', 'apprentice', 'permanent', null], array_map(Cell::employment(...), ['Full-time', 'Vikariat 6 mnd', 'Seasonal (summer)', 'Lærling', 'Fast', 'whatever']));
        self::assertSame(['PLC', 'high voltage', 'SCADA'], Cell::list("PLC; high voltage,\nSCADA ;"));
    }
}
