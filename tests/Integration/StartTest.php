<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Import\ColumnMatch;
use Jorvent\Core\Import\Fields;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Requisitions\CopiedPart;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\ImportRow;
use Jorvent\Requisitions\OpenRequisitions;
use Jorvent\Requisitions\Read\StartQuery;
use Jorvent\Requisitions\Templates;
use Jorvent\Shell\Import\ImportedTables;
use Jorvent\Shell\Import\Imports;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

#[CoversClass(OpenRequisitions::class)]
#[CoversClass(Imports::class)]
#[CoversClass(ImportedTables::class)]
#[CoversClass(ImportRow::class)]
final class StartTest extends DatabaseTest
{
    public function testACopyTakesWhatIsChosenAndNeverDatesOrCandidates(): void
    {
        $open = $this->get(OpenRequisitions::class);
        $me = $this->as('Solveig Aune')->id;
        $old = $this->requisition(2203);
        $all = $this->requisition($open->copy($old->id, CopiedPart::cases(), $old->brief()->place->unit, $me));
        self::assertSame(['openedOn', 'targetOn', 'requester'], $old->brief()->differences($all->brief()), 'all but who asks and when');
        self::assertEquals($old->questionnaire(), $all->questionnaire());
        self::assertSame(0, $this->int('SELECT count(*) FROM application WHERE requisition_id = :r', ['r' => $all->id]));
        self::assertSame($old->id, $this->int('SELECT copied_from FROM requisition WHERE id = :r', ['r' => $all->id]));
        self::assertSame('draft', $all->state->value);
        $bare = $this->requisition($open->copy($old->id, [], $old->brief()->place->unit, $me));
        self::assertSame(['', [], null, 0, $me], [$bare->brief()->job->description, $bare->brief()->wants->musts, $bare->brief()->pay->from(), \count($bare->questionnaire()->questions), $bare->brief()->team->manager]);
        self::assertSame(['earlier missing'], $this->refused(static fn () => $open->copy(99999, [], 1, $me)));
        $this->as('Callum Gauthier');
        $this->send('/requisitions/new?from=earlier', '/requisitions/new', ['from' => 'earlier', 'earlier' => $old->id, 'unit' => 6], 422);
        self::assertSelectorTextContains('.field-error', 'Still needed', 'what one may not read can not be copied');
    }

    public function testATemplateStartsManyAndIsSharedOrNot(): void
    {
        $open = $this->get(OpenRequisitions::class);
        $solveig = $this->as('Solveig Aune')->id;
        $gordon = $this->account('Gordon Leask')->id;
        $old = $this->requisition(2208);
        [$templates, $starts] = [$this->get(Templates::class), $this->get(StartQuery::class)];
        $templates->save($old->id, 'Stewards each spring', false, $solveig);
        self::assertSame([], $starts->templates($gordon));
        $template = $starts->templates($solveig)[0]->id;
        self::assertSame(['template missing'], $this->refused(static fn () => $open->fromTemplate($template, 5, $gordon)));
        $new = $this->requisition($open->fromTemplate($template, 5, $solveig));
        self::assertSame($old->brief()->toArray()['payTo'], $new->brief()->toArray()['payTo']);
        self::assertEquals($old->questionnaire(), $new->questionnaire());
        self::assertNotNull($new->brief()->time->targetOn);
        $templates->save($old->id, 'For all', true, $solveig);
        self::assertCount(1, $starts->templates($gordon));
        $this->as('Gordon Leask');
        $crawler = $this->client->request('GET', '/requisitions/new?from=template');
        self::assertCount(0, $crawler->filter('form[action$=retire]'), 'another’s is not his to retire');
        self::assertSame(['template missing'], $this->refused(static fn () => $templates->retire($template, $gordon, false)));
        $this->as('Solveig Aune');
        $this->send('/requisitions/new?from=template', '/requisitions/templates/'.$template.'/retire', []);
        self::assertSame(['template missing'], $this->refused(static fn () => $open->fromTemplate($template, 5, $solveig)));
        self::assertSame(['name missing'], $this->refused(static fn () => $templates->save($old->id, '', true, $solveig)));
    }

    public function testAnImportedTableAndWhatWasWrongInItGoAfterAMonth(): void
    {
        $me = $this->as('Solveig Aune')->id;
        $id = $this->get(Imports::class)->take('requisitions', $this->table('csv', ['Nr', 'Job title'], [[1, 'Rope splicer for Ana Reyes']]), 'plan.csv', $me);
        $file = $this->get(FileStore::class)->path($this->import($id)->str('file_sha256'));
        $purge = $this->get(ImportedTables::class);
        $this->clock()->moveTo($this->clock()->now()->modify('+29 days'));
        $purge->run();
        self::assertFileExists($file);
        $this->clock()->moveTo($this->clock()->now()->modify('+2 days'));
        // one that its worker never ended goes as well
        $this->db()->execute("UPDATE import SET state = 'checking' WHERE id = :id", ['id' => $id]);
        $purge->run();
        self::assertFileDoesNotExist($file);
        self::assertSame(0, $this->int('SELECT count(*) FROM import WHERE id = :id', ['id' => $id]));
    }

    public function testATableIsMappedCheckedAndOnlyThenImported(): void
    {
        $imports = $this->get(Imports::class);
        $me = $this->as('Solveig Aune')->id;
        $before = $this->int('SELECT count(*) FROM requisition');
        foreach (['csv', 'xlsx'] as $format) {
            $id = $imports->take('requisitions', $this->table($format, ['Nr', 'Job title', 'Dept', 'Location', 'Antall', 'Salary from', 'Salary to', 'Deadline', 'Profile'], [
                [1, 'Ship electrician', '4410', 'Bergen', 2, '620 000', '700000', '2027-02-01', 'Marine Electrician'],
                [2, '', 'Electrical', 'bergen', 1, '', '', '', 'Marine Electrician II'],
                [3, 'Nowhere', '9999', 'Atlantis', 'many', 'much', '1', 'soon', 'No such'],
                [4, '', '4410', 'Bergen', '', '', '', '', ''],
                [5, 'Upside down', '4410', 'Bergen', 1, 700_000, 600_000, '', ''],
                [6, 'Outside', '7100', 'Bergen', 1, '', '', '', ''],
            ]), 'plan.'.$format, $me);
            $mapping = $this->mapping($id);
            $proposed = ['title' => 1, 'site' => 3, 'positions' => 4, 'payFrom' => 5, 'payTo' => 6, 'targetOn' => 7, 'profile' => 8];
            if ('csv' === $format) {
                self::assertSame($proposed, $mapping, 'the column called Dept is left to the person');
                self::assertSame(['unit missing'], $this->refused(static fn () => $imports->map($id, $mapping, $me)));
            } else {
                self::assertSame(2, $mapping['unit'] ?? null, 'and remembered, whatever the format');
            }
            self::assertSame(['import_not_checked'], $this->refused(static fn () => $imports->start($id, $me)));
            $imports->map($id, [...$mapping, 'unit' => 2], $me);
            $this->deliverAll();
            $row = $this->import($id);
            self::assertSame(['checked', 6, 2, 4], [$row->str('state'), $row->int('rows_done'), $row->int('rows_good'), $row->int('rows_bad')]);
            $errors = array_map(static fn (array $e): string => (\is_int($e['row'] ?? null) ? $e['row'] : '?').' '.(\is_string($e['field'] ?? null) ? $e['field'] : '').' '.(\is_string($e['code'] ?? null) ? $e['code'] : ''), $row->objects('errors'));
            sort($errors);
            self::assertSame(['4 payFrom not_an_amount', '4 positions not_a_number', '4 profile import_unknown', '4 site import_unknown', '4 targetOn not_a_day', '4 unit import_unknown', '5 title missing', '6 payTo pay_upside_down', '7 unit import_unknown'], $errors);
            self::assertSame($before, $this->int('SELECT count(*) FROM requisition'), 'nothing is written until the person agrees');
            $imports->start($id, $me);
            $this->deliverAll();
            self::assertSame('done', $this->import($id)->str('state'));
            self::assertSame($before += 2, $this->int('SELECT count(*) FROM requisition'));
            self::assertSame(['import_over'], $this->refused(static fn () => $imports->cancel($id, $me)));
        }
        $new = $this->requisition($this->int('SELECT max(number) - 1 FROM requisition'));
        self::assertSame(['Ship electrician', 2, 62_000_000, '2027-02-01', ['PLC', 'switchboards', 'fault finding'], 'draft', 1], [$new->brief()->job->title, $new->positions(), $new->brief()->pay->from()?->minor, $new->brief()->time->targetOn?->format('Y-m-d'), $new->brief()->wants->musts, $new->state->value, $new->origin->profileId]);
        // the same columns another time are mapped as this person did it
        $again = $imports->take('requisitions', $this->table('csv', ['Nr', 'Job title', 'Dept', 'Location', 'Antall', 'Salary from', 'Salary to', 'Deadline', 'Profile'], [[1, 'a', 'b', 'c', 1, 1, 2, '', '']]), 'again.csv', $me);
        self::assertSame(2, $this->mapping($again)['unit'] ?? null);
        $imports->cancel($again, $me);
        self::assertSame('cancelled', $this->import($again)->str('state'));
        self::assertSame(['missing'], $this->refused(fn () => $imports->cancel($again, $this->account('Gordon Leask')->id)), 'another’s import is not touched');
    }

    public function testALongTableGoesInPiecesAndStopsWhenAsked(): void
    {
        $this->putOffWhatWaits();
        $imports = $this->get(Imports::class);
        $me = $this->as('Solveig Aune')->id;
        $id = $imports->take('requisitions', $this->table('csv', ['title', 'department', 'site'], (static function (): \Generator {
            for ($i = 0; $i < 1300; ++$i) {
                yield ['Post '.$i, 0 === $i % 13 ? 'nope' : '4410', 'Bergen'];
            }
        })()), 'long.csv', $me);
        $imports->map($id, ColumnMatch::propose(['title', 'department', 'site'], Fields::REQUISITION), $me);
        self::assertSame(1, $this->deliverAll(1));
        self::assertSame(['checking', 500], [$this->import($id)->str('state'), $this->import($id)->int('rows_done')]);
        $this->deliverAll();
        self::assertSame(['checked', 1200, 100], [$this->import($id)->str('state'), $this->import($id)->int('rows_good'), $this->import($id)->int('rows_bad')]);
        $imports->start($id, $me);
        $before = $this->int('SELECT count(*) FROM requisition');
        self::assertSame(1, $this->deliverAll(1));
        $imports->cancel($id, $me);
        $this->deliverAll();
        self::assertSame($before + 461, $this->int('SELECT count(*) FROM requisition'), 'what was written stays, the rest never comes');
        self::assertSame('cancelled', $this->import($id)->str('state'));
    }

    public function testHostileTablesAreRefusedWithAReason(): void
    {
        $imports = $this->get(Imports::class);
        foreach (['sheet_empty' => '', 'sheet_not_a_table' => "MZ\x90\0\0", 'sheet_old_or_locked' => "\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1".str_repeat('x', 99), 'sheet_broken' => "PK\x03\x04nothing"] as $code => $content) {
            $file = (string) tempnam(sys_get_temp_dir(), 'table');
            file_put_contents($file, $content);
            self::assertSame(["file $code"], $this->refused(static fn () => $imports->take('requisitions', $file, 'x.xlsx', 1)));
        }
        self::assertSame(['file sheet_empty'], $this->refused(fn () => $imports->take('requisitions', $this->table('csv', ['only', 'a head'], []), 'x.csv', 1)));
    }

    private function requisition(int $number): Requisition
    {
        $this->entities()->clear();

        return $this->entities()->getRepository(Requisition::class)->findOneBy(['number' => $number]) ?? self::fail('no such requisition');
    }

    private function import(int $id): \Jorvent\Platform\Database\Record
    {
        return $this->db()->row('SELECT * FROM import WHERE id = :id', ['id' => $id]) ?? self::fail('no such import');
    }

    /** @return array<string, int> */
    private function mapping(int $id): array
    {
        $mapping = [];
        foreach (array_keys(Fields::REQUISITION) as $field) {
            $column = $this->import($id)->json('mapping')[$field] ?? null;
            if (\is_int($column)) {
                $mapping[$field] = $column;
            }
        }

        return $mapping;
    }

    /**
     * @param list<string>                          $head
     * @param iterable<list<string|int|float|null>> $rows
     */
    private function table(string $format, array $head, iterable $rows): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'table');
        $out = fopen($file, 'w') ?: self::fail('no file');
        'xlsx' === $format ? SheetWriter::xlsx($out, $head, $rows) : SheetWriter::csv($out, $head, $rows);

        return $file;
    }
}
