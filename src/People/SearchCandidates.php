<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\ParsedQuery;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Search\Ladder;
use Jorvent\Core\Search\Rung;
use Jorvent\People\Store\Words;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** Searches our own candidates in PostgreSQL; held equal to the evaluator in Core by a differential test. One statement counts every row of the ladder. */
final readonly class SearchCandidates
{
    public const MAX_ROWS = 40;

    public function __construct(private Db $db)
    {
    }

    public function __invoke(string $query, int $limit = 200): SearchResult
    {
        $parsed = (new Parser())->parse($query);
        if (null === $parsed->node) {
            $population = $this->db->int('SELECT count(*) FROM candidate_words');

            return new SearchResult($parsed, Ladder::counted([], $population, $population), $this->everyone($limit));
        }
        [$ladder, $ids] = $this->count($parsed, $limit);

        return new SearchResult($parsed, $ladder, $ids);
    }

    /** @return array{Ladder, list<int>} */
    private function count(ParsedQuery $parsed, int $limit): array
    {
        $conjuncts = \array_slice($parsed->conjuncts(), 0, self::MAX_ROWS);
        $words = new Words();
        $tests = $columns = $parameters = [];
        foreach ($conjuncts as $i => $node) {
            $tests[] = "w.words @@ CAST(:q$i AS tsquery) AS c$i";
            $parameters["q$i"] = $words->query($node);
            $before = implode(' AND ', array_map(static fn (int $j): string => "c$j", range(0, $i)));
            $others = implode(' AND ', array_map(static fn (int $j): string => "c$j", array_values(array_diff(array_keys($conjuncts), [$i])))) ?: 'true';
            $columns[] = "count(*) FILTER (WHERE c$i) AS alone$i, count(*) FILTER (WHERE $before) AS left$i, count(*) FILTER (WHERE NOT c$i AND $others) AS without$i";
        }
        $all = implode(' AND ', array_map(static fn (int $i): string => "c$i", array_keys($conjuncts)));
        foreach ($this->alternatives($conjuncts) as $i => $alternatives) {
            foreach ($alternatives as $a => $node) {
                $tests[] = "w.words @@ CAST(:q{$i}_$a AS tsquery) AS c{$i}_$a";
                $parameters["q{$i}_$a"] = $words->query($node);
                $rest = implode(' AND ', array_map(static fn (int $b): string => "NOT c{$i}_$b", array_values(array_diff(array_keys($alternatives), [$a]))));
                $columns[] = "count(*) FILTER (WHERE $all AND c{$i}_$a AND $rest) AS adds{$i}_$a";
            }
        }
        $row = $this->db->row('SELECT count(*) AS population, count(*) FILTER (WHERE '.$all.') AS total, '.implode(', ', $columns).' FROM (SELECT '.implode(', ', $tests).' FROM candidate_words w OFFSET 0) t', $parameters) ?? throw new \LogicException('A count always has a row.');

        return [$this->ladder($row, $conjuncts), $this->ids($parsed, $limit)];
    }

    /** @return list<int> */
    private function ids(ParsedQuery $parsed, int $limit): array
    {
        if (null === $parsed->node) {
            return [];
        }

        return array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows(
            'SELECT c.id FROM candidate_words w JOIN candidate c ON c.id = w.candidate_id WHERE w.words @@ CAST(:q AS tsquery) ORDER BY c.active_on DESC NULLS LAST, c.id DESC LIMIT '.$limit,
            ['q' => (new Words())->query($parsed->node)],
        ));
    }

    /** @return list<int> */
    private function everyone(int $limit): array
    {
        return array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows('SELECT c.id FROM candidate_words w JOIN candidate c ON c.id = w.candidate_id ORDER BY c.active_on DESC NULLS LAST, c.id DESC LIMIT '.$limit));
    }

    /**
     * @param list<Node> $conjuncts
     *
     * @return array<int, list<Node>>
     */
    private function alternatives(array $conjuncts): array
    {
        $alternatives = [];
        foreach ($conjuncts as $i => $node) {
            if ($node instanceof Any && '' === $node->written) {
                $alternatives[$i] = $node->nodes;
            }
        }

        return $alternatives;
    }

    /** @param list<Node> $conjuncts */
    private function ladder(Record $row, array $conjuncts): Ladder
    {
        $alternatives = $this->alternatives($conjuncts);
        $rungs = [];
        foreach (array_keys($conjuncts) as $i) {
            $adds = array_map(static fn (int $a): int => $row->int("adds{$i}_$a"), array_keys($alternatives[$i] ?? []));
            $rungs[] = new Rung($row->int("alone$i"), $row->int("left$i"), $row->int("without$i"), $adds);
        }

        return Ladder::counted($rungs, $row->int('total'), $row->int('population'));
    }
}
