<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Platform\Database\Record;
use Jorvent\Shell\Lists\Column;
use Jorvent\Shell\Lists\Listing;
use Jorvent\Shell\Lists\Lists;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use Symfony\Component\HttpFoundation\Request;

#[CoversClass(Lists::class)]
final class ListsTest extends DatabaseTest
{
    public function testWalkingAllPagesShowsEachRowOnceInOrderWhateverTheSort(): void
    {
        // many equal, empty and odd values
        $this->db()->execute("CREATE TEMP TABLE t ON COMMIT DROP AS SELECT i AS id, CASE WHEN i % 7 = 0 THEN NULL ELSE chr(97 + i % 5) || CASE WHEN i % 3 = 0 THEN 'Æ''\"' ELSE '' END END AS name, CASE WHEN i % 4 = 0 THEN NULL ELSE i % 6 END AS n, CASE WHEN i % 5 = 0 THEN NULL ELSE date '2026-01-01' + i % 9 END AS d FROM generate_series(1, 101) i");
        $listing = new Listing('t', [new Column('name', 'Name', 't.name'), new Column('n', 'N', 't.n', 'number'), new Column('d', 'D', 't.d', 'day')], 't', 't.id', extra: ['id' => 't.id']);
        $lists = $this->get(Lists::class);
        foreach (['name', '-name', 'n', '-n', 'd', '-d', 'nonsense'] as $sort) {
            foreach ([1, 7, 40, 200] as $size) {
                $seen = [];
                $after = null;
                do {
                    $page = $lists->page($listing, $lists->state(new Request(array_filter(['sort' => $sort, 'after' => $after], is_string(...))), $listing, 1), $size);
                    array_push($seen, ...array_map(static fn (Record $r): int => $r->int('id'), $page->rows));
                    $after = $page->next;
                } while (null !== $after);
                $column = $listing->column(ltrim($sort, '-')) ?? $listing->columns[0];
                $way = str_starts_with($sort, '-') ? 'DESC' : 'ASC';
                $wanted = array_map(static fn (Record $r): int => $r->int('id'), $this->db()->rows("SELECT id FROM t ORDER BY {$column->sortable()} $way, id $way"));
                self::assertSame($wanted, $seen, "$sort by $size");
            }
        }
        self::assertSame(101, $lists->count($listing, $lists->state(new Request(), $listing, 1)));
        foreach (['x', 'bm9uc2Vuc2U', base64_encode('["a","b"]'), base64_encode('[1,2]'), base64_encode('["soon",2]')] as $bad) {
            self::assertCount(Lists::ROWS, $lists->page($listing, $lists->state(new Request(['sort' => 'd', 'after' => $bad]), $listing, 1))->rows, 'a cursor that makes no sense begins at the beginning');
        }
    }

    public function testColumnsAndSortAreKeptPerPerson(): void
    {
        $this->as('Solveig Aune');
        $this->client->request('GET', '/requisitions');
        self::assertSelectorNotExists('th:contains("Target")');
        $this->send('/requisitions', '/lists/requisitions', ['column' => ['target_on', 'unit'], 'sort' => '-title'], 303);
        $crawler = $this->client->request('GET', '/requisitions?state=all');
        self::assertSame(['Requisition', 'Department', 'Target'], $crawler->filter('thead th')->each(static fn ($th): string => trim(str_replace('↓', '', $th->text()))));
        self::assertStringContainsString('Welding Inspector', $crawler->filter('tbody tr')->first()->text());
        $this->as('Gordon Leask');
        self::assertGreaterThan(4, $this->client->request('GET', '/requisitions')->filter('thead th')->count(), 'another keeps their own');
    }

    public function testWordsNarrowAndSignsOfPatternsAreOnlySigns(): void
    {
        $this->as('Solveig Aune');
        foreach (['payroll' => 2, 'payroll bergen' => 2, 'payroll vigo' => 0, '%' => 0, '_' => 0, '\\' => 0, "'; DROP TABLE requisition" => 0, 'R-2203' => 1] as $words => $count) {
            $crawler = $this->client->request('GET', '/requisitions?state=all&q='.rawurlencode($words));
            self::assertCount($count, $crawler->filter('tbody tr[data-row]'), $words);
        }
    }
}
