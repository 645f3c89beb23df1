<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Organisation\Cause;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Organisation\Message\DrawReachHandler;
use Jorvent\Organisation\ReachList;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Organisation\Read\StructureQuery;
use Jorvent\Organisation\RepairReach;
use Jorvent\Organisation\StructureInForce;
use Jorvent\Organisation\Structures;
use Jorvent\Organisation\StructureSheet;
use Jorvent\Organisation\WhyNot;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;

#[CoversClass(Structures::class)]
#[CoversClass(StructureInForce::class)]
#[CoversClass(RepairReach::class)]
#[CoversClass(StructureSheet::class)]
#[CoversClass(ReachList::class)]
#[CoversClass(DrawReachHandler::class)]
#[CoversClass(WhyNot::class)]
final class OrganisationTest extends DatabaseTest
{
    public function testADraftChangesNothingUntilItIsInForce(): void
    {
        $structures = $this->get(Structures::class);
        $query = $this->get(StructureQuery::class);
        $inForce = $this->get(StructureInForce::class);
        $this->as('Runa Eikeland');
        $draft = $structures->draft('2028', $query->inForceId(), $this->account('Runa Eikeland')->id);
        $new = $structures->save($draft, new Unit(0, 5, '4480', 'Cruise desk', UnitKind::Team, plan: 6), null);
        self::assertSame(0, $this->int('SELECT count(*) FROM org_unit WHERE id = :id', ['id' => $new]));
        self::assertSame(['structure_blocked'], $this->refused(static fn () => $inForce->follow($draft)), 'the code with a blank stands against it');
        $rope = $query->find($draft)->unit(31) ?? self::fail('no such unit');
        $structures->save($draft, new Unit(31, $rope->parent, '4430', $rope->name, $rope->kind), null);
        $inForce->follow($draft);
        self::assertSame('1.22.5.'.$new.'.', $this->db()->row('SELECT path FROM org_unit WHERE id = :id AND in_force', ['id' => $new])?->str('path'));
        self::assertSame(1, $this->int("SELECT count(*) FROM org_structure WHERE state = 'in_force'"));
        self::assertSame(['structure_not_draft'], $this->refused(static fn () => $inForce->follow($draft)));
        self::assertSame(['structure_not_draft'], $this->refused(static fn () => $structures->save($draft, $rope, null)));

        // the list is late until the worker has drawn it
        $solveig = $this->account('Solveig Aune')->id;
        $reach = $this->get(ReachQuery::class);
        self::assertNotContains($new, $reach->listed($solveig, Permission::OpenRequisition));
        self::assertTrue($reach->stamp($solveig)?->late);
        $this->deliverAll();
        self::assertContains($new, $reach->listed($solveig, Permission::OpenRequisition));
        self::assertFalse($reach->stamp($solveig)?->late);
    }

    public function testTwoEditorsOfADraftAreToldOfEachOther(): void
    {
        $structures = $this->get(Structures::class);
        $query = $this->get(StructureQuery::class);
        $draft = $this->int("SELECT id FROM org_structure WHERE state = 'draft'");
        $seen = $this->int('SELECT version FROM org_structure WHERE id = :id', ['id' => $draft]);
        $structures->save($draft, new Unit(0, 1, '4700', 'First', UnitKind::Department), $seen);
        self::assertSame(['saved_by_another'], $this->refused(static fn () => $structures->save($draft, new Unit(0, 1, '4701', 'Second', UnitKind::Department), $seen)));
        self::assertSame(['code missing', 'name missing', 'valid_to ends_before_it_begins'], $this->refused(static fn () => $structures->save($draft, new Unit(0, 1, "\u{00A0}", '', UnitKind::Team, new \DateTimeImmutable('2026-02-01'), new \DateTimeImmutable('2026-01-01')), null)));
    }

    public function testARepairChangesWhatIsWrongAndNothingElse(): void
    {
        $this->as('Runa Eikeland');
        $query = $this->get(StructureQuery::class);
        $before = $query->inForce()->unit(71) ?? self::fail('no such unit');
        self::assertNotNull($before->place);
        $this->get(StructureInForce::class)->repair(71, static fn (Unit $u): Unit => $u->withCode('BGN'));
        $facts = ['code' => 'BGN'] + $before->facts();
        ksort($facts);
        foreach (['in_force', 'draft'] as $state) {
            $after = $query->find($this->int('SELECT id FROM org_structure WHERE state = :s', ['s' => $state]))->unit(71)?->facts() ?? [];
            ksort($after);
            self::assertSame($facts, $after, 'as well in the draft that had it the same');
        }
        self::assertSame($before->place, $this->int("SELECT site_id FROM org_unit WHERE id = 71 AND code = 'BGN'"));
    }

    public function testWhatIsExportedIsImportedTheSame(): void
    {
        $structures = $this->get(Structures::class);
        $query = $this->get(StructureQuery::class);
        $before = $query->inForce();
        foreach (['csv', 'xlsx'] as $format) {
            $file = $this->table($format, StructureSheet::HEAD, $this->get(StructureSheet::class)->rows($before));
            $units = $this->get(StructureSheet::class)->read($file, $before);
            $facts = [];
            foreach ($units as $unit) {
                $facts[$unit->id] = $unit->facts();
            }
            $wanted = array_map(static fn (Unit $u): array => $u->facts(), $before->units);
            // a table trims its cells, so the blank behind a code does not survive it, and that unit counts as new
            unset($wanted[31]);
            self::assertSame([], array_udiff_assoc($wanted, $facts, static fn (array $a, array $b): int => $a <=> $b), $format);
            self::assertCount(\count($before->units), $units);
        }
    }

    public function testACircularTableIsReadAndThenHeldBackByTheCheck(): void
    {
        $structures = $this->get(Structures::class);
        $query = $this->get(StructureQuery::class);
        $draft = $this->int("SELECT id FROM org_structure WHERE state = 'draft'");
        $sheet = $this->get(StructureSheet::class);
        $structures->replace($draft, $sheet->read($this->table('csv', StructureSheet::HEAD, [['SL', '', 'Skerry Line', 'company', '', '', 'no', ''], ['A', 'B', 'Hen', 'team', '', '', 'no', ''], ['B', 'A', 'Egg', 'team', '', '', 'no', '']]), $query->inForce()));
        self::assertContains('cycle', array_map(static fn ($f): string => $f->code, $structures->findings($query->find($draft))));
        self::assertSame(['structure_blocked'], $this->refused(fn () => $this->get(StructureInForce::class)->follow($draft)));
        self::assertSame(['file cell_wrong', 'file cell_wrong', 'file cell_wrong'], $this->refused(fn () => $sheet->read($this->table('csv', StructureSheet::HEAD, [['A', '', 'A', 'village', 'soon', '', 'no', '-3']]), $query->inForce())));
        self::assertSame(['file columns_missing'], $this->refused(fn () => $sheet->read($this->table('csv', ['code', 'name'], [['A', 'A']]), $query->inForce())));
    }

    /** @return iterable<string, array{string, string, list<string>, string|null}> who looks, for what, what is found, and the cause an admin takes away */
    public static function cases(): iterable
    {
        yield 'a code with a blank' => ['Solveig Aune', 'Rope', ['stray_code'], 'stray_code'];
        yield 'begins later' => ['Solveig Aune', '4440', ['not_yet'], 'not_yet'];
        yield 'has ended' => ['Solveig Aune', '4450', ['no_more'], 'no_more'];
        yield 'retired' => ['Solveig Aune', '4460', ['retired'], 'retired'];
        yield 'only in the draft' => ['Solveig Aune', '4510', ['other_version'], null];
        yield 'only in the year before' => ['Solveig Aune', '4490', ['other_version'], null];
        yield 'the list is late' => ['Morag Isbister', '4412', ['reach_list_late'], 'reach_list_late'];
        yield 'outside the reach' => ['Morag Isbister', '4100', ['outside_reach'], 'outside_reach'];
    }

    /** @param list<string> $causes */
    #[DataProvider('cases')]
    public function testTheDemoHoldsEachCauseAndItsRepair(string $who, string $typed, array $causes, ?string $repair): void
    {
        $why = $this->get(WhyNot::class);
        $reach = $this->get(ReachQuery::class);
        $account = $this->account($who)->id;
        $admin = $this->account('Runa Eikeland');
        $repairs = $this->get(RepairReach::class);
        $found = $why->diagnose($typed, $account, null)->found[0];
        self::assertSame($causes, array_map(static fn (Cause $c): string => $c->value, $found['causes']));
        $offered = static fn (): bool => [] !== array_filter($reach->choices($account, Permission::OpenRequisition), static fn ($u): bool => $u->id === $found['unit']->id);
        self::assertFalse($offered(), 'what has a cause is not offered');
        if (null === $repair) {
            self::assertSame(['no_repair_in_one_act'], $this->refused(static fn () => $repairs(Cause::OtherVersion, $found['unit']->id, $account, $admin)));

            return;
        }
        $this->as('Runa Eikeland');
        $repairs(Cause::from($repair), $found['unit']->id, $account, $admin);
        self::assertSame([], $why->diagnose($found['unit']->name, $account, null)->found[0]['causes']);
        self::assertTrue($offered(), 'and then it is');
    }

    public function testWhatIsOfferedHasNoCauseAndWhatHasNoneIsOffered(): void
    {
        $why = $this->get(WhyNot::class);
        $reach = $this->get(ReachQuery::class);
        foreach (['Solveig Aune', 'Morag Isbister', 'Gordon Leask', 'Callum Gauthier'] as $who) {
            $account = $this->account($who)->id;
            $offered = array_map(static fn ($u): int => $u->id, $reach->choices($account, Permission::OpenRequisition));
            foreach ($this->get(StructureQuery::class)->inForce()->units as $unit) {
                $found = array_values(array_filter($why->diagnose($unit->code, $account, null)->found, static fn (array $f): bool => $f['unit']->id === $unit->id));
                self::assertSame(\in_array($unit->id, $offered, true), [] === $found[0]['causes'], $who.' and '.$unit->name);
            }
        }
    }

    public function testAQuestionReachesTheAdminAndTheAnswerIsKept(): void
    {
        $this->as('Morag Isbister');
        $this->client->request('GET', '/why?typed=4412');
        self::assertSelectorTextContains('h1', 'late');
        $this->send('/why?typed=4412', '/why/ask', ['typed' => '4412', 'note' => 'We moved in last week.']);
        $this->as('Runa Eikeland');
        $this->client->request('GET', '/today');
        self::assertSelectorTextContains('.scroll', 'Morag Isbister can not find a unit');
        $question = $this->int('SELECT max(id) FROM reach_question');
        $this->client->request('GET', '/why?question='.$question);
        self::assertSelectorTextContains('.alert-warning', 'We moved in last week.');
        $this->send('/why?question='.$question, '/why/answer', ['question' => $question, 'answer' => 'Drawn anew.']);
        self::assertSame(['nothing_to_decide'], $this->refused(fn () => $this->get(WhyNot::class)->answer($question, 6, 'again')));
        $this->as('Solveig Aune');
        $this->client->request('GET', '/why?typed=4412&for='.$this->account('Morag Isbister')->id);
        self::assertSelectorTextContains('h1', 'can be picked', 'nobody but an admin looks with another’s eyes');
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
