<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\Organisation;

use Jorvent\Core\Organisation\Check;
use Jorvent\Core\Organisation\Structure;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Check::class)]
#[CoversClass(Structure::class)]
final class StructureTest extends TestCase
{
    /** @return iterable<string, array{list<Unit>, list<string>}> units beside a sound company 1 with department 2, and what is found: "unit code", "!" before what blocks */
    public static function drafts(): iterable
    {
        $day = static fn (string $d): \DateTimeImmutable => new \DateTimeImmutable($d);
        yield 'nothing' => [[], []];
        yield 'the same code twice' => [[new Unit(3, 1, '10', 'Other', UnitKind::Department)], ['!3 code_twice']];
        yield 'the same code but for a blank' => [[new Unit(3, 1, '10 ', 'Other', UnitKind::Department)], ['!3 code_padded', '!3 code_twice']];
        yield 'one follows the other' => [[new Unit(3, 1, '30', 'Old', UnitKind::Department, to: $day('2026-06-30')), new Unit(4, 1, '30', 'New', UnitKind::Department, from: $day('2026-07-01'))], []];
        yield 'a gap between them' => [[new Unit(3, 1, '30', 'Old', UnitKind::Department, to: $day('2026-06-30')), new Unit(4, 1, '30', 'New', UnitKind::Department, from: $day('2026-08-01'))], ['4 validity_gap']];
        yield 'overlapping by a day' => [[new Unit(3, 1, '30', 'Old', UnitKind::Department, to: $day('2026-06-30')), new Unit(4, 1, '30', 'New', UnitKind::Department, from: $day('2026-06-30'))], ['!4 code_twice']];
        yield 'an orphan' => [[new Unit(3, 99, '30', 'Lost', UnitKind::Department)], ['!3 orphan']];
        yield 'a circle' => [[new Unit(3, 4, '30', 'Hen', UnitKind::Team), new Unit(4, 3, '40', 'Egg', UnitKind::Team)], ['!3 cycle', '!4 cycle']];
        yield 'its own parent' => [[new Unit(3, 3, '30', 'Self', UnitKind::Team)], ['!3 cycle']];
        yield 'a division under a department' => [[new Unit(3, 2, '30', 'Odd', UnitKind::Division)], ['!3 kind_misplaced']];
        yield 'a site that stands nowhere' => [[new Unit(3, 1, '30', 'Odd', UnitKind::Site)], ['3 site_without_place']];
        yield 'a department at the top' => [[new Unit(3, null, '30', 'Odd', UnitKind::Department)], ['!3 kind_misplaced']];
        yield 'no code, no name' => [[new Unit(3, 1, " \u{200B}", ' ', UnitKind::Department)], ['!3 code_empty', '!3 name_empty']];
        yield 'ends before it begins' => [[new Unit(3, 1, '30', 'X', UnitKind::Department, $day('2026-02-01'), $day('2026-01-01'))], ['!3 validity_upside_down']];
        yield 'longer than its parent' => [[new Unit(3, 1, '30', 'X', UnitKind::Department, to: $day('2026-06-30')), new Unit(4, 3, '31', 'Y', UnitKind::Team)], ['4 validity_outside_parent']];
        yield 'under a retired one' => [[new Unit(3, 1, '30', 'X', UnitKind::Department, retired: true), new Unit(4, 3, '31', 'Y', UnitKind::Team)], ['4 under_retired']];
    }

    /**
     * @param list<Unit>   $units
     * @param list<string> $found
     */
    #[DataProvider('drafts')]
    public function testFindsWhatIsWrong(array $units, array $found): void
    {
        self::assertSame($found, self::check(new Structure(2, 'draft', [...self::sound(), ...$units])));
    }

    public function testWhatIsInUseMustNotVanish(): void
    {
        $standing = new Structure(1, 'now', self::sound());
        $without = new Structure(2, 'draft', [self::sound()[0]]);
        $retired = new Structure(2, 'draft', [self::sound()[0], new Unit(2, 1, '10', 'Deck', UnitKind::Department, retired: true)]);
        $ended = new Structure(2, 'draft', [self::sound()[0], new Unit(2, 1, '10', 'Deck', UnitKind::Department, to: new \DateTimeImmutable('2026-01-01'))]);
        foreach ([$without, $retired, $ended] as $draft) {
            self::assertSame(['!2 in_use_vanishes'], self::check($draft, [2 => 3], $standing));
            self::assertSame([], self::check($draft, [2 => 0], $standing));
        }
        self::assertSame(['! no_company'], self::check(new Structure(2, 'empty', [])));
    }

    public function testATreeOfAnyShapeIsWalkedOnceAndPathsLeadUp(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(7));
        for ($round = 0; $round < 200; ++$round) {
            $units = [new Unit(1, null, 'c', 'C', UnitKind::Company)];
            for ($id = 2; $id < 2 + $round % 60; ++$id) {
                $units[] = new Unit($id, $random->getInt(1, $id - 1), "u$id", "U$id", UnitKind::Team);
            }
            $tree = new Structure(1, 't', $random->shuffleArray($units));
            $walked = array_map(static fn (array $w): int => $w[0]->id, $tree->walk());
            self::assertCount(\count($units), array_unique($walked));
            foreach ($tree->walk() as [$unit, $depth]) {
                self::assertCount($depth + 1, $tree->upwards($unit->id));
                self::assertStringEndsWith($unit->id.'.', $tree->path($unit->id));
                self::assertTrue($tree->isWithin($unit->id, 1) && $tree->isRooted($unit->id));
            }
            self::assertSame(['added' => [], 'gone' => [], 'moved' => [], 'changed' => []], $tree->changesSince($tree));
        }
    }

    public function testSaysWhatChanged(): void
    {
        $before = new Structure(1, 'a', [...self::sound(), new Unit(3, 1, '30', 'Gone', UnitKind::Department), new Unit(4, 2, '11', 'Watch', UnitKind::Team), new Unit(5, 1, '50', 'Same', UnitKind::Department)]);
        $after = new Structure(2, 'b', [...self::sound(), new Unit(4, 5, '11', 'Watch', UnitKind::Team), new Unit(5, 1, '50', 'Renamed', UnitKind::Department), new Unit(6, 1, '60', 'New', UnitKind::Department)]);
        self::assertSame(['added' => [6], 'gone' => [3], 'moved' => [4], 'changed' => [5]], array_map(static fn (array $list): array => array_map(static fn (Unit $u): int => $u->id, $list), $after->changesSince($before)));
    }

    /** @return list<Unit> */
    private static function sound(): array
    {
        return [new Unit(1, null, 'SL', 'Company', UnitKind::Company), new Unit(2, 1, '10', 'Deck', UnitKind::Department)];
    }

    /**
     * @param array<int, int> $inUse
     *
     * @return list<string>
     */
    private static function check(Structure $draft, array $inUse = [], ?Structure $standing = null): array
    {
        return array_map(static fn ($f): string => ($f->blocks ? '!' : '').$f->unit.' '.$f->code, (new Check())->findings($draft, $inUse, $standing, new \DateTimeImmutable('2026-03-02')));
    }
}
