<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\IndexCandidate;
use Jorvent\People\RunSavedSearches;
use Jorvent\People\SavedSearches;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

/** Searches under a name, run by themselves. */
#[CoversClass(SavedSearches::class)]
#[CoversClass(RunSavedSearches::class)]
final class SavedSearchTest extends DatabaseTest
{
    public function testNewPeopleAreTheirOwnersNewsOnceAndGoWhenTheyPassNoLonger(): void
    {
        [$searches, $run] = [$this->get(SavedSearches::class), $this->get(RunSavedSearches::class)];
        [$requisition, $me] = [$this->requisition(), $this->number('Solveig Aune')];
        $id = $searches->save($requisition, $me, 'Rare birds', new Search('zyzzyva OR yttrium'), false);
        $run->run();
        self::assertSame([0, []], [$this->db()->row('SELECT total FROM saved_search WHERE id = :id', ['id' => $id])?->int('total'), $searches->fresh($id, $requisition, $me)]);
        self::assertSame('dry', RunSavedSearches::state($searches->of($requisition, $me)[0], new \DateTimeImmutable()));
        $ids = array_map(static fn ($r): int => $r->int('id'), $this->db()->rows('SELECT id FROM candidate c WHERE erased_at IS NULL AND merged_into IS NULL AND NOT EXISTS (SELECT 1 FROM application WHERE candidate_id = c.id AND requisition_id = :r) ORDER BY id LIMIT 2', ['r' => $requisition]));
        foreach ($ids as $one) {
            $this->say($one, 'keeps a zyzzyva');
        }
        $this->db()->execute('UPDATE saved_search SET ran_on = NULL, told_on = NULL');
        $run->run();
        $run->run();
        $fresh = $searches->fresh($id, $requisition, $me);
        sort($fresh);
        self::assertSame($ids, $fresh);
        self::assertNull(RunSavedSearches::state($searches->of($requisition, $me)[0], new \DateTimeImmutable()));
        $mails = $this->db()->rows("SELECT p.content ->> 'text' AS text FROM delivery o JOIN personal_value p ON p.id = o.personal_id WHERE starts_with(o.key, 'searches-')");
        self::assertCount(1, $mails, 'one letter a day');
        self::assertStringContainsString('Rare birds (R-2201', $mails[0]->str('text'));
        self::assertStringContainsString(': 2 new', $mails[0]->str('text'));
        $this->as('Solveig Aune');
        $this->client->request('GET', '/today');
        self::assertSelectorTextContains('main', '2 new people for “Rare birds”');
        $this->client->request('GET', '/r/2201/sourcing?q=zyzzyva+OR+yttrium&new='.$id);
        self::assertSelectorCount(2, '#found .found-person');
        $this->say($ids[0], 'keeps hens');
        $this->db()->execute('UPDATE saved_search SET ran_on = NULL');
        $run->run();
        self::assertSame([$ids[1]], $searches->fresh($id, $requisition, $me));
        $searches->change($id, $requisition, $me, 'looked');
        self::assertSame([], $searches->fresh($id, $requisition, $me));
        $this->db()->execute('UPDATE saved_search SET ran_on = NULL');
        $run->run();
        self::assertSame([], $searches->fresh($id, $requisition, $me), 'looked at is looked at');
    }

    public function testWhomTheOwnerMayNotSeeIsNoNewsToThem(): void
    {
        $searches = $this->get(SavedSearches::class);
        $run = $this->get(RunSavedSearches::class);
        [$requisition, $me] = [$this->requisition(), $this->number('Solveig Aune')];
        $id = $searches->save($requisition, $me, 'Rare birds', new Search('zyzzyva'), false);
        $run->run();
        $ids = array_map(static fn ($r): int => $r->int('id'), $this->db()->rows('SELECT id FROM candidate c WHERE erased_at IS NULL AND merged_into IS NULL AND NOT EXISTS (SELECT 1 FROM application WHERE candidate_id = c.id) ORDER BY id LIMIT 2'));
        $this->db()->execute('UPDATE candidate SET confidential = true WHERE id = :id', ['id' => $ids[1]]);
        foreach ($ids as $one) {
            $this->say($one, 'keeps a zyzzyva');
        }
        $this->db()->execute('UPDATE saved_search SET ran_on = NULL');
        $run->run();
        self::assertSame([$ids[0]], $searches->fresh($id, $requisition, $me));
        self::assertSame(1, $this->int('SELECT total FROM saved_search WHERE id = :id', ['id' => $id]));
    }

    public function testASearchIsCopiedToARequisitionOneRecruitsForAndNoOther(): void
    {
        $searches = $this->get(SavedSearches::class);
        $me = $this->as('Solveig Aune')->id;
        $id = $searches->save($this->requisition(), $me, 'Rare birds', new Search('zyzzyva OR yttrium'), true);
        $crawler = $this->client->request('GET', '/r/2201/searches');
        $form = $crawler->filter('form[action$="/copy"]')->first()->form();
        $this->client->submit($form, ['to' => '2204']);
        $there = $searches->of($this->int('SELECT id FROM requisition WHERE number = 2204'), $me);
        self::assertSame(['Rare birds', 'zyzzyva OR yttrium', false], [$there[0]->str('name'), $there[0]->str('text'), $there[0]->bool('shared')]);
        $this->client->submit($form, ['to' => '999999']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('.alert-danger', 'R-999999');
        self::assertCount(1, $searches->of($this->requisition(), $me));
        self::assertGreaterThan(0, $id);
    }

    public function testASearchIsTakenAlongWithoutLossAndNonsenseIsRefused(): void
    {
        $search = new Search('title:welder AND (TIG OR "pipe welding")', [new Criterion(Kind::Years, from: 3, unstated: true), new Criterion(Kind::OneJob, parts: [new Criterion(Kind::Title, ['welder']), new Criterion(Kind::Years, from: 2)]), new Criterion(Kind::Place, ['Gdańsk'], km: 40, moves: true)]);
        [$name, $back] = SavedSearches::in(json_encode(SavedSearches::out('Pipes', $search), \JSON_THROW_ON_ERROR));
        self::assertSame(['Pipes', $search->toArray()], [$name, $back->toArray()]);
        foreach (['', '[]', '{"format":"other"}', json_encode(['criteria' => [['kind' => 'shoe_size', 'from' => 40]]] + SavedSearches::out('x', $search), \JSON_THROW_ON_ERROR)] as $nonsense) {
            try {
                SavedSearches::in($nonsense);
                self::fail($nonsense);
            } catch (Refused $refused) {
                self::assertSame('search_not_read', $refused->refusals[0]->code);
            }
        }
    }

    public function testOneSeesOnesOwnAndThoseShared(): void
    {
        $searches = $this->get(SavedSearches::class);
        [$requisition, $me, $other] = [$this->requisition(), $this->number('Solveig Aune'), $this->number('Runa Eikeland')];
        $mine = $searches->save($requisition, $me, 'Mine', new Search('PLC'), false);
        $shared = $searches->save($requisition, $me, 'Ours', new Search('SCADA'), true);
        self::assertSame([$shared], array_map(static fn ($r): int => $r->int('id'), $searches->of($requisition, $other)));
        self::assertSame($mine, $searches->save($requisition, $me, 'Mine', new Search('drives'), false), 'the same name takes its place');
        self::assertCount(2, $searches->of($requisition, $me));
        foreach ([[$mine, 'missing'], [$shared, 'not_yours']] as [$id, $code]) {
            try {
                $searches->change($id, $requisition, $other, 'drop');
                self::fail($code);
            } catch (Refused $refused) {
                self::assertSame($code, $refused->refusals[0]->code);
            }
        }
        foreach ([['', new Search('PLC'), 'name_missing'], ['x', new Search(), 'search_empty'], ['x', new Search('(PLC'), 'search_broken']] as [$name, $search, $code]) {
            try {
                $searches->save($requisition, $me, $name, $search, false);
                self::fail($code);
            } catch (Refused $refused) {
                self::assertSame($code, $refused->refusals[0]->code);
            }
        }
        $this->as('Solveig Aune');
        $page = $this->client->request('GET', '/r/2201/searches');
        self::assertSelectorTextContains('main', 'Ours');
        $this->client->submit($page->selectButton('Save')->form(['name' => 'From the page']));
        self::assertResponseRedirects('/r/2201/searches');
        self::assertCount(3, $searches->of($requisition, $me));
        // a colleague looked for something else meanwhile
        $this->client->submit($this->client->request('GET', '/r/2201/searches?q=hydraulics')->selectButton('Save')->form(['name' => 'What I see']));
        self::assertSame(1, $this->int("SELECT count(*) FROM saved_search WHERE name = 'What I see' AND text = 'hydraulics'"));
    }

    private function say(int $candidate, string $headline): void
    {
        $this->db()->execute('UPDATE candidate SET headline = :h WHERE id = :id', ['h' => $headline, 'id' => $candidate]);
        $this->get(IndexCandidate::class)($candidate);
    }

    private function requisition(): int
    {
        return $this->int('SELECT id FROM requisition WHERE number = 2201');
    }

    private function number(string $name): int
    {
        return $this->int('SELECT id FROM account WHERE name = :n', ['n' => $name]);
    }
}
