<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Query\Printer;
use Jorvent\Core\Search\Ladder;
use Jorvent\People\SearchCandidates;
use Jorvent\People\Store\Words;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Tests\Support\RandomQueries;
use PHPUnit\Framework\Attributes\CoversClass;

/** PostgreSQL finds the same people, and counts the same ladder, as the evaluator in Core, which says what a query means. */
#[CoversClass(SearchCandidates::class)]
#[CoversClass(Words::class)]
final class SearchTest extends DatabaseTest
{
    public function testAgreesWithTheEvaluatorOnRandomQueries(): void
    {
        $random = new RandomQueries(20_261_123);
        $corpus = $this->corpus($random, 120);
        $search = $this->get(SearchCandidates::class);
        $evaluator = new Evaluator();
        $hitting = $queries = 0;
        for ($i = 0; $i < 400; ++$i) {
            $query = (new Printer())->write($random->node(3));
            $parsed = (new Parser())->parse($query);
            self::assertNotNull($parsed->node, $query);
            $expected = array_keys(array_filter($corpus, static fn (Document $d): bool => $evaluator->matches($parsed->node, $d)));
            $result = $search($query, 1000);
            $found = $result->ids;
            sort($found);
            self::assertSame($expected, $found, "seed {$random->seed}: $query");
            $rows = array_values(array_map(static fn (Document $d): array => array_map(static fn ($n): bool => $evaluator->matches($n, $d), $parsed->conjuncts()), $corpus));
            $alternatives = array_values(array_map(static fn (Document $d): array => array_map(static fn ($n): array => $n instanceof \Jorvent\Core\Query\Any && '' === $n->written ? array_map(static fn ($a): bool => $evaluator->matches($a, $d), $n->nodes) : [], $parsed->conjuncts()), $corpus));
            self::assertEquals(Ladder::ofPeople(\count($parsed->conjuncts()), $rows, $alternatives), $result->ladder, $query);
            ++$queries;
            $hitting += [] !== $expected && \count($expected) <= 60 ? 1 : 0;
        }
        self::assertGreaterThan(.4 * $queries, $hitting, 'most queries hit someone, and not everyone');
    }

    public function testAnIndexedChangeIsSeenByTheNextSearch(): void
    {
        $search = $this->get(SearchCandidates::class);
        self::assertSame(0, $search('zzyzxword')->ladder->total);
        $id = $this->int('SELECT min(id) FROM candidate');
        $this->db()->execute("UPDATE candidate SET headline = 'zzyzxword' WHERE id = :id", ['id' => $id]);
        $this->get(\Jorvent\People\IndexCandidate::class)($id);
        self::assertSame([$id], $search('zzyzxword')->ids);
    }

    public function testNothingAskedForIsEveryone(): void
    {
        $result = $this->get(SearchCandidates::class)('');
        self::assertSame($this->int('SELECT count(*) FROM candidate'), $result->ladder->total);
        self::assertNotEmpty($result->ids);
    }

    /** @return array<int, Document> by candidate id, in place of all others */
    private function corpus(RandomQueries $random, int $size): array
    {
        $db = $this->db();
        $db->execute('DELETE FROM candidate_words');
        $corpus = [];
        foreach ($db->rows('SELECT id FROM candidate ORDER BY id LIMIT '.$size) as $row) {
            [$headline, $text] = [$random->text(3), $random->text(9)];
            $db->execute('INSERT INTO candidate_words (candidate_id, words) VALUES (:id, CAST(:w AS tsvector))', ['id' => $row->int('id'), 'w' => (new Words())->vector($headline, $text)]);
            $corpus[$row->int('id')] = Document::of($headline, $text);
        }

        return $corpus;
    }
}
