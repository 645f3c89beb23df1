<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Market\Criterion;
use Jorvent\Core\Market\Market;
use Jorvent\Core\Market\MarketPerson;
use Jorvent\Core\Query\Document;
use Jorvent\People\CountMarket;
use Jorvent\People\IndexCandidate;
use Jorvent\People\SearchCandidates;
use Jorvent\People\Store\Postings;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use Random\Engine\Mt19937;
use Random\Randomizer;

#[CoversClass(Postings::class)]
#[CoversClass(IndexCandidate::class)]
final class MarketTest extends DatabaseTest
{
    /** The database counts what Core defines, on random briefs, with people changing in between. */
    public function testCountsWhatTheDefinitionCounts(): void
    {
        $market = $this->get(CountMarket::class);
        $index = $this->get(IndexCandidate::class);
        $random = new Randomizer(new Mt19937(17));
        $texts = ['PLC', 'SCADA', 'C#', '.NET', 'Node.js', 'CI/CD', 'high voltage', 'shore power', 'fault finding', 'diesel engines', 'planned maintenance', 'bridge watch', 'food safety', 'SQL', 'e-mail', 'welding procedures', 'nobody has this', 'Excel', 'passage planning'];
        $hits = 0;
        for ($round = 0; $round < 60; ++$round) {
            $criteria = array_values(array_filter(array_map(static fn (): ?Criterion => Criterion::skill($texts[$random->getInt(0, \count($texts) - 1)]), range(1, $random->getInt(1, 4)))));
            if (0 === $round % 2) {
                $criteria[] = Criterion::years($random->getInt(0, 25));
            }
            $wanted = Market::of($this->people(), $criteria);
            $counted = $market->market($criteria);
            self::assertEquals($wanted, $counted, implode(', ', array_map(static fn (Criterion $c): string => $c->text, $criteria)));
            $hits += $counted->total > 0 ? 1 : 0;
            // someone changes: another town, other years, another resume
            $id = $random->getInt(1, 60);
            $this->db()->execute('UPDATE candidate SET city = :c, years = :y, headline = :h, pay_expected = :p, pay_currency = :cur WHERE id = :id', ['c' => ['Bergen', 'Vigo', null][$random->getInt(0, 2)], 'y' => [null, '3.9', '12.0', '40'][$random->getInt(0, 3)], 'h' => $texts[$random->getInt(0, 15)], 'p' => 5_000_000, 'cur' => 'EUR', 'id' => $id]);
            $index($id);
        }
        self::assertGreaterThan(20, $hits, 'most of the briefs find someone');
        // places in a short list stand in the order people came
        $state = fn (): array => array_map(static fn ($r): array => [$r->str('key'), $r->int('n'), md5(\Jorvent\People\Store\Bits::wide((string) hex2bin($r->str('data'))))], $this->db()->rows("SELECT key, n, encode(data, 'hex') AS data FROM post WHERE n > 0 AND key NOT LIKE 'x:%' ORDER BY key, seg"));
        $before = $state();
        $this->asOwner();
        $index->rebuild();
        self::assertEquals($before, $state(), 'kept up bit by bit it is what it would be built anew');
        self::assertSame(0, $this->int('SELECT count(*) FROM post WHERE n <> CASE length(data) WHEN 8192 THEN bit_count(data) ELSE length(data) / 2 END'));
    }

    public function testAnyQueryIsCountedAsItIsMeant(): void
    {
        $search = $this->get(SearchCandidates::class);
        $queries = [];
        foreach (['PLC', 'PLC AND NOT SCADA', '(PLC OR diesel) AND "planned maintenance"', '-PLC', 'e-mail', 'weld*', 'NOT (weld* OR PLC)', '"shore power" OR "fault finding" OR C#', 'nobodyhasthis', 'NOT nobodyhasthis'] as $text) {
            $queries[] = new \Jorvent\Core\Search\Search($text);
        }
        $evaluator = new \Jorvent\Core\Query\Evaluator();
        $documents = [];
        foreach ($this->get(\Jorvent\People\Profiles::class)->between(0, 1 << 16) as $profile) {
            $documents[] = $profile->document;
        }
        self::assertGreaterThan(300, \count($documents));
        $wanted = array_map(static fn (\Jorvent\Core\Search\Search $s): int => \count(array_filter($documents, static fn (Document $d): bool => $evaluator->matches($s->parsed()->node ?? self::fail($s->text), $d))), $queries);
        $counted = $search->totals($queries);
        ksort($counted);
        self::assertSame($wanted, $counted);
        self::assertSame([], $search->totals([]));
    }

    public function testTheMarketStandsBesideTheBrief(): void
    {
        $this->as('Solveig Aune');
        $this->client->request('GET', '/r/2210/market');
        self::assertResponseIsSuccessful();
        $total = $this->get(CountMarket::class)->market(array_values(array_filter([Criterion::skill('PLC'), Criterion::skill('high voltage'), Criterion::skill('alarm systems'), Criterion::years(6)])))->total;
        self::assertSelectorTextContains('[data-total]', (string) $total);
        self::assertSelectorTextContains('.market', 'Asked only when you ask');
        $this->send('/r/2210/brief', '/r/2210/market/outside', [], 303);
        $this->client->request('GET', '/r/2210/market');
        self::assertSelectorTextContains('.market', 'Crewfold');
        self::assertSame(1, $this->int("SELECT count(*) FROM outside_count WHERE bank = 'crewfold' AND count IS NOT NULL"));
        self::standIn('resumes', 'down');
        try {
            $this->send('/r/2210/brief', '/r/2210/market/outside', [], 303);
            $this->client->request('GET', '/r/2210/market');
            self::assertSelectorTextContains('.market', 'did not answer');
        } finally {
            self::standIn('resumes', 'normal');
        }
    }

    /** @return list<MarketPerson> */
    private function people(): array
    {
        $rates = [];
        foreach ($this->db()->rows('SELECT DISTINCT ON (currency) currency, per_euro FROM exchange_rate ORDER BY currency, day DESC') as $row) {
            $rates[$row->str('currency')] = $row->floatOrNull('per_euro') ?? 1.0;
        }
        $people = [];
        foreach ($this->db()->rows('SELECT c.headline, c.city, c.years, c.pay_current, c.pay_expected, c.pay_currency, (SELECT text FROM resume r WHERE r.candidate_id = c.id ORDER BY created_at DESC, id DESC LIMIT 1) AS text FROM candidate c JOIN candidate_words w ON w.candidate_id = c.id') as $c) {
            $euro = static fn (string $column): ?int => null === $c->intOrNull($column) ? null : (int) round($c->int($column) / 100 / ($rates[$c->str('pay_currency')] ?? 1.0));
            $years = $c->floatOrNull('years');
            $people[] = new MarketPerson(Document::of($c->str('headline'), $c->strOrNull('text') ?? ''), null === $years ? null : min(63, (int) $years), $c->strOrNull('city'), $euro('pay_expected'), $euro('pay_current'));
        }

        return $people;
    }
}
