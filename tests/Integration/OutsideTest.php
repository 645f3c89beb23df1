<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\When;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\ResumeBanks\ResumeBanks;
use Jorvent\People\AskOutside;
use Jorvent\People\BankViews;
use Jorvent\People\BringIn;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\Found\FoundPeople;
use Jorvent\People\OwnData\RetentionClock;
use Jorvent\People\TellSourced;
use Jorvent\Pipeline\KeepCandidate;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Read\RequisitionFacts;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

/** Outside databases beside our own. */
#[CoversClass(AskOutside::class)]
#[CoversClass(BankViews::class)]
#[CoversClass(TellSourced::class)]
final class OutsideTest extends DatabaseTest
{
    public function testEachIsAskedWhatItUnderstandsAndTheRestIsDecidedHere(): void
    {
        $ask = $this->get(AskOutside::class);
        $search = new Search('"shore power" AND (PLC OR switchboards)', [new Criterion(Kind::Title, ['electrician'], when: When::Now)]);
        $requisition = $this->requisition();
        self::assertSame(0, $this->int('SELECT count(*) FROM outside_answer'), 'nothing is asked before someone asks');
        foreach (['crewfold', 'ropewalk'] as $key) {
            $ask->ask($requisition->id, $key, $search);
        }
        $answers = $ask->answers($requisition->id, $search);
        self::assertSame(['crewfold', 'ropewalk'], array_keys($answers));
        self::assertSame([[2], [0, 1, 2]], [$answers['crewfold']['left'], $answers['ropewalk']['left']]);
        foreach ($answers as $key => $answer) {
            self::assertGreaterThan(10, \count($answer['people']), $key);
            foreach ($answer['people'] as $p) {
                $lower = mb_strtolower($p['text']);
                $phrase = str_contains((string) preg_replace('/[\s-]+/', ' ', $lower), 'shore power');
                if ('ropewalk' === $key) {
                    self::assertSame(!$phrase, \in_array(0, $p['misses'], true), $p['text']);
                } else {
                    self::assertTrue($phrase);
                }
            }
            self::assertNotSame([], array_filter($answer['people'], static fn (array $p): bool => [] === $p['misses']), $key);
            self::assertNotSame([], array_filter($answer['people'], static fn (array $p): bool => [] !== $p['misses']), $key.': not all of whom it sends pass');
        }
        self::assertSame([], $ask->answers($requisition->id, new Search('PLC')), 'an answer belongs to its question');
        $found = $this->get(FoundPeople::class)->outside($requisition->id, $this->get(FitOfCandidates::class)->weighing($requisition), $answers);
        self::assertGreaterThan(5, \count($found));
        $scores = array_column($found, 'score');
        rsort($scores);
        self::assertSame($scores, array_column($found, 'score'), 'by fit');
        self::assertSame([''], array_values(array_unique(array_column($found, 'name'))), 'nobody is named before a view is spent');
        self::assertSame(0, $this->int('SELECT count(*) FROM bank_view'));
        $this->db()->execute("UPDATE outside_answer SET asked_at = asked_at - interval '61 minutes' WHERE bank = 'crewfold'");
        $this->get(RetentionClock::class)->run();
        self::assertSame(['ropewalk'], array_map(static fn ($r): string => $r->str('bank'), $this->db()->rows('SELECT bank FROM outside_answer')), 'an answer is kept for an hour, also when nobody asks again');
    }

    public function testWhoIsKnownIsShownAsOurOwn(): void
    {
        $bank = $this->get(ResumeBanks::class)->get('ropewalk') ?? self::fail();
        $search = new Search('PLC AND electrician');
        $requisition = $this->requisition();
        $ask = $this->get(AskOutside::class);
        $ask->ask($requisition->id, 'ropewalk', $search);
        $answers = $ask->answers($requisition->id, $search);
        $seen = array_values(array_filter($answers['ropewalk']['people'], static fn (array $p): bool => [] === $p['misses']))[0];
        $whole = $bank->fetch(substr($seen['ref'], 9));
        $id = $this->int('SELECT max(id) FROM candidate WHERE merged_into IS NULL AND erased_at IS NULL');
        $this->db()->execute('UPDATE candidate SET email = :mail WHERE id = :id', ['mail' => mb_strtoupper((string) $whole->email), 'id' => $id]);
        $found = array_values(array_filter($this->get(FoundPeople::class)->outside($requisition->id, $this->get(FitOfCandidates::class)->weighing($requisition), $answers), static fn (array $f): bool => $f['ref'] === (string) $id));
        self::assertCount(1, $found);
        self::assertSame($this->db()->row('SELECT name FROM candidate WHERE id = :id', ['id' => $id])?->str('name'), $found[0]['known']);
    }

    public function testKeepingSomeoneCostsAViewOnceAndOnlyWhileThereAreSome(): void
    {
        $requisition = $this->requisition();
        $keep = $this->get(KeepCandidate::class);
        $this->db()->execute('DELETE FROM no_poach');
        $this->db()->execute("UPDATE bank_quota SET views = 2 WHERE bank = 'crewfold'");
        $keep($requisition->id, 'crewfold:CF-70003', 1);
        $keep($requisition->id, 'crewfold:CF-70004', 1);
        self::assertSame(['used' => 2, 'of' => 2], $this->get(BankViews::class)->month()['crewfold']);
        try {
            $keep($requisition->id, 'crewfold:CF-70005', 1);
            self::fail('No views were left.');
        } catch (Refused $refused) {
            self::assertSame('views_used_up', $refused->refusals[0]->code);
        }
        self::assertSame(0, $this->int("SELECT count(*) FROM candidate WHERE outside_ref = 'crewfold:CF-70005'"));
        $other = $this->int("SELECT min(id) FROM requisition WHERE state = 'approved' AND id <> :id", ['id' => $requisition->id]);
        $keep($other, 'crewfold:CF-70003', 1);
        self::assertSame(2, $this->get(BankViews::class)->month()['crewfold']['used'], 'someone we know costs nothing');
        try {
            $this->get(BankViews::class)->spend('fathom', 'FA-1', $requisition->id, 1, static fn (): never => throw new \RuntimeException('gone'));
        } catch (\RuntimeException) {
        }
        self::assertSame(0, $this->get(BankViews::class)->month()['fathom']['used'], 'nobody was seen');
    }

    public function testWhoIsBroughtInIsToldInTime(): void
    {
        $bank = $this->get(ResumeBanks::class)->get('crewfold') ?? self::fail();
        $id = $this->db()->transaction(fn (): int => $this->get(BringIn::class)('crewfold', $bank->fetch('CF-70010')));
        self::assertSame((new \DateTimeImmutable('+28 days'))->format('Y-m-d'), $this->db()->row('SELECT tell_by FROM candidate WHERE id = :id', ['id' => $id])?->str('tell_by'));
        $this->get(TellSourced::class)->run();
        self::assertSame(0, $this->int("SELECT count(*) FROM delivery WHERE key = 'tell-$id'"), 'not at once');
        $this->db()->execute('UPDATE candidate SET tell_by = CAST(now() AS date) + 2 WHERE id = :id', ['id' => $id]);
        $this->get(TellSourced::class)->run();
        $this->get(TellSourced::class)->run();
        $mail = $this->db()->row("SELECT p.content ->> 'text' AS text FROM delivery o JOIN personal_value p ON p.id = o.personal_id WHERE o.key = 'tell-$id'");
        self::assertStringContainsString('at Crewfold', $mail?->str('text') ?? '');
        self::assertStringContainsString('[[link]]', $mail?->str('text') ?? '');
        self::assertNull($this->db()->row('SELECT tell_by FROM candidate WHERE id = :id', ['id' => $id])?->strOrNull('tell_by'));
    }

    public function testPayAskedForCountsOnlyWhereAnAdminSaysSoAndCandidatesReadIt(): void
    {
        $weighing = fn (): array => array_combine(array_column($this->get(FitOfCandidates::class)->weighing($this->requisition())->measure->parts, 'kind'), $this->get(FitOfCandidates::class)->weighing($this->requisition())->prior->shares);
        self::assertSame(0.0, $weighing()['pay']);
        $this->client->request('GET', '/careers/2201/apply');
        self::assertSelectorTextContains('main', 'never counts in how we rank');
        $this->as('Runa Eikeland');
        $page = $this->client->request('GET', '/fit');
        $this->client->submit($page->selectButton('Keep')->form(['points' => '11']));
        self::assertSelectorTextContains('main', 'From 0 to 10');
        $this->client->submit($this->client->getCrawler()->selectButton('Keep')->form(['points' => '4']));
        self::assertResponseRedirects('/fit');
        self::assertGreaterThan(.1, $weighing()['pay']);
        $this->client->request('GET', '/careers/2201/apply');
        self::assertSelectorTextContains('main', 'counts, among other things');
    }

    public function testWeightsAreChangedLearnedAndForgottenByRequisition(): void
    {
        $requisition = $this->requisition();
        $this->as('Solveig Aune');
        $page = $this->client->request('GET', '/r/2201/fit');
        $this->client->submit($page->selectButton('Weigh so')->form(['p0' => '10']));
        self::assertResponseRedirects('/r/2201/fit');
        $fits = $this->get(FitOfCandidates::class);
        self::assertGreaterThan(.3, $fits->weighing($requisition)->prior->shares[0]);
        self::assertSame(0, $this->int("SELECT count(*) FROM application WHERE requisition_id = :r AND (fit_parts -> 0 ->> 'weight')::int <= 300", ['r' => $requisition->id]), 'everyone in the pipeline was rated anew');
        $this->db()->execute('INSERT INTO verdict (requisition_id, candidate_id, account_id, at) SELECT :r, id, 1, now() FROM candidate c WHERE NOT EXISTS (SELECT 1 FROM application WHERE candidate_id = c.id AND requisition_id = :r) AND erased_at IS NULL AND merged_into IS NULL ORDER BY id LIMIT 8', ['r' => $requisition->id]);
        $learned = $fits->weighing($requisition)->learning->verdicts;
        self::assertGreaterThan(8, $learned, 'with those kept');
        $this->client->submit($this->client->request('GET', '/r/2201/fit')->selectButton('Forget what it learned')->form());
        self::assertSame(0, $fits->weighing($requisition)->learning->verdicts);
        $this->client->submit($this->client->request('GET', '/r/2201/fit')->selectButton('Let all verdicts count again')->form());
        self::assertSame($learned, $fits->weighing($requisition)->learning->verdicts);
    }

    private function requisition(): RequisitionFacts
    {
        return $this->get(FactsQuery::class)->byNumber(2201);
    }
}
