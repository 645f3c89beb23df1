<?php

declare(strict_types=1);

namespace Jorvent\Tests\Modules;

use Jorvent\Catalogue\ProfileContent;
use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Organisation\Entity\Place;
use Jorvent\Organisation\Read\SiteRow;
use Jorvent\Organisation\Read\UnitChoice;
use Jorvent\Organisation\SiteFacts;
use Jorvent\Platform\Text\RichText;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\ImportNames;
use Jorvent\Requisitions\ImportRow;
use Jorvent\Requisitions\WrittenFrom;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(ImportRow::class)]
#[CoversClass(ImportNames::class)]
#[CoversClass(WrittenFrom::class)]
final class ImportRowTest extends TestCase
{
    private const ME = 7;
    private const COLUMNS = [
        'title', 'unit', 'site', 'positions', 'manager', 'recruiter', 'employment', 'months', 'payFrom', 'payTo',
        'openedOn', 'targetOn', 'yearsFrom', 'musts', 'wishes', 'description', 'profile',
    ];

    public function testARowSaysItAll(): void
    {
        $brief = $this->brief([
            'title' => 'Ship electrician', 'unit' => '4412', 'site' => 'bergen', 'positions' => '2',
            'manager' => 'mo@skerryline.example', 'recruiter' => 'SOLVEIG AUNE', 'employment' => 'Vikariat',
            'months' => '9', 'payFrom' => '620 000', 'payTo' => '700k', 'openedOn' => '01.02.2027',
            'targetOn' => '2027-03-01', 'yearsFrom' => '3', 'musts' => 'PLC; switchboards', 'wishes' => 'SCADA',
            'description' => '<p>Hello<script>x</script></p>',
        ]);
        $expected = [
            'title' => 'Ship electrician', 'positions' => 2, 'description' => '<p>Hello</p>', 'employment' => 'fixed_term',
            'months' => 9, 'openedOn' => '2027-02-01', 'targetOn' => '2027-03-01', 'requester' => self::ME, 'manager' => 1,
            'recruiter' => 2, 'unit' => 8, 'site' => 1, 'country' => 'NO', 'musts' => ['PLC', 'switchboards'],
            'wishes' => ['SCADA'], 'yearsFrom' => 3, 'payFrom' => 62_000_000, 'payTo' => 70_000_000, 'currency' => 'NOK',
        ];
        self::assertSame($expected, array_intersect_key($brief->toArray(), $expected));
    }

    public function testWhatARowLeavesOutComesFromItsProfile(): void
    {
        $brief = $this->brief(['profile' => 'Welder II', 'unit' => 'Electrical', 'site' => 'Bergen', 'musts' => 'TIG']);
        $expected = [
            'title' => 'Welder', 'internalTitle' => 'Welder II', 'positions' => 1, 'family' => 4,
            'description' => '<p>Welds.</p>', 'openedOn' => '2026-12-01', 'targetOn' => '2027-01-30', 'manager' => self::ME,
            'musts' => ['TIG'], 'wishes' => ['MIG'], 'yearsFrom' => 2, 'yearsTo' => 9, 'payFrom' => 50_000_000,
            'payTo' => 58_000_000, 'benefits' => ['Pension'],
        ];
        self::assertSame($expected, array_intersect_key($brief->toArray(), $expected));
    }

    /** @return iterable<string, array{array<string, string>, list<string>}> */
    public static function wrong(): iterable
    {
        yield 'an empty row' => [[], ['unit missing', 'site missing', 'title missing']];
        yield 'names nobody has' => [
            ['title' => 'Cook', 'unit' => '9999', 'site' => 'Atlantis', 'manager' => 'Nobody', 'profile' => 'Wizard'],
            ['profile import_unknown', 'unit import_unknown', 'site import_unknown', 'manager import_unknown'],
        ];
        yield 'kinds' => [
            ['positions' => 'many', 'payFrom' => 'a lot', 'openedOn' => 'soon', 'employment' => 'by the tide'],
            ['positions not_a_number', 'payFrom not_an_amount', 'openedOn not_a_day', 'employment import_unknown'],
        ];
        yield 'rules of a brief' => [
            ['positions' => '500', 'payFrom' => '700 000', 'payTo' => '600 000'],
            ['positions positions_out_of_range', 'payTo pay_upside_down'],
        ];
    }

    /**
     * @param array<string, string> $cells
     * @param list<string>          $refused
     */
    #[DataProvider('wrong')]
    public function testAllThatIsWrongWithARowIsToldAtOnceWithItsValue(array $cells, array $refused): void
    {
        $usual = [] === $cells || isset($cells['unit']) ? [] : ['title' => 'Cook', 'unit' => '4412', 'site' => 'Bergen'];
        $read = $this->read($cells + $usual);
        $codes = [];
        foreach ($read as $refusal) {
            self::assertInstanceOf(Refusal::class, $refusal);
            $codes[] = $refusal->field.' '.$refusal->code;
            self::assertSame($cells[$refusal->field] ?? '', $refusal->data['value'] ?? null);
        }
        self::assertSame($refused, $codes);
    }

    /** @param array<string, string> $cells */
    private function brief(array $cells): Brief
    {
        $brief = $this->read($cells)[0] ?? null;
        self::assertInstanceOf(Brief::class, $brief);

        return $brief;
    }

    /**
     * @param array<string, string> $cells
     *
     * @return array<int, Brief|ProfileHead|Refusal|null>
     */
    private function read(array $cells): array
    {
        $names = new ImportNames();
        $names->addUnit(new UnitChoice(8, '1.4.8.', '4412', 'Electrical', UnitKind::Department, 1, 'Skerry Line', 2));
        $place = new Place('Bergen', 'NO', '', '', 60.4, 5.3);
        $names->addSite(new SiteRow(1, new SiteFacts('Bergen', $place, 'Europe/Oslo', 'NOK'), 1, ''));
        $names->addPerson(1, 'Mo Bakkerud', 'mo@skerryline.example');
        $names->addPerson(2, 'Solveig Aune', 'solveig@skerryline.example');
        $names->addProfile(new ProfileHead(5, 'Yard', 3, false, ProfileContent::fromArray([
            'title' => 'Welder', 'level' => 'II', 'family' => 4, 'description' => '<p>Welds.</p>',
            'musts' => ['MMA'], 'wishes' => ['MIG'], 'yearsFrom' => 2, 'yearsTo' => 9, 'benefits' => ['Pension'],
            'bands' => ['NOK' => [500_000, 580_000]],
        ])));
        $row = array_map(static fn (string $column): string => $cells[$column] ?? '', self::COLUMNS);
        $today = new \DateTimeImmutable('2026-12-01', new \DateTimeZone('UTC'));

        return (new ImportRow(array_flip(self::COLUMNS), $row, $names, new RichText(), self::ME, $today))->read();
    }
}
