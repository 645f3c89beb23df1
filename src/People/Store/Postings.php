<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Core\Market\Criterion;
use Jorvent\Core\Market\Market;
use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Row;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/**
 * Who has what, as bits: one row of "post" for a key and a segment of 65 536 candidates. Keys: "all", "w:word", "p:several words in a row" once someone has asked for them, "town:x", "y" (years are known) with "y.0" to "y.5"
 * as slices of whole years, "pay.k" and "paid.k" for columns of expected and current pay. A candidate's rows change in the transaction that changes the candidate, only where they differ, in the order of the keys.
 */
final readonly class Postings
{
    public const SEGMENT = 65_536;
    public const SLICES = 6;
    private const ZEROS = "repeat('0', 65536)::varbit";

    public function __construct(private Db $db)
    {
    }

    /**
     * Facts of a person as keys.
     *
     * @return list<string>
     */
    public static function facts(?string $town, ?float $years, ?int $expectsEuro, ?int $earnsEuro): array
    {
        $keys = ['all'];
        if (null !== $town && '' !== $town) {
            $keys[] = 'town:'.$town;
        }
        if (null !== $years) {
            $whole = max(0, min(2 ** self::SLICES - 1, (int) $years));
            $keys[] = 'y';
            for ($i = 0; $i < self::SLICES; ++$i) {
                if (1 === ($whole >> $i & 1)) {
                    $keys[] = 'y.'.$i;
                }
            }
        }
        if (null !== $expectsEuro) {
            $keys[] = 'pay.'.Market::column($expectsEuro);
        }
        if (null !== $earnsEuro) {
            $keys[] = 'paid.'.Market::column($earnsEuro);
        }

        return $keys;
    }

    /**
     * Writes a candidate's words and facts and what differs of their bits; run inside the caller's transaction.
     *
     * @param string       $vector of all words
     * @param list<string> $facts
     */
    public function put(int $candidate, string $vector, array $facts): void
    {
        $before = $this->keys($candidate);
        $this->db->execute('INSERT INTO candidate_words (candidate_id, words, facts) VALUES (:id, CAST(:words AS tsvector), CAST(:facts AS text[])) ON CONFLICT (candidate_id) DO UPDATE SET words = excluded.words, facts = excluded.facts', ['id' => $candidate, 'words' => $vector, 'facts' => self::array($facts)]);
        $after = $this->keys($candidate);
        foreach ([[array_diff($before, $after), false], [array_diff($after, $before), true]] as [$keys, $present]) {
            if ([] !== $keys) {
                $this->db->execute('SELECT post_put(CAST(:keys AS text[]), :id, :present)', ['keys' => self::array(array_values($keys)), 'id' => $candidate, 'present' => $present]);
            }
        }
        if ([] !== array_diff($before, $after)) {
            // a word that nobody has is kept by nobody: it may have been a name
            $this->db->execute('DELETE FROM post WHERE key = ANY (CAST(:keys AS text[])) AND n = 0', ['keys' => self::array(array_values(array_diff($before, $after)))]);
        }
    }

    /** Builds everything anew, segment by segment. */
    public function rebuild(): void
    {
        $this->db->transaction(function (): void {
            $this->db->execute('TRUNCATE post');
            $last = $this->db->int('SELECT coalesce(max(candidate_id), 0) FROM candidate_words');
            for ($seg = 0; $seg <= intdiv($last, self::SEGMENT); ++$seg) {
                $this->segment($seg);
            }
        });
        $this->db->execute('ANALYZE post');
    }

    /**
     * @param list<Criterion> $criteria
     */
    public function market(array $criteria): Market
    {
        $this->learnRows(array_merge(...array_map(static fn (Criterion $c): array => null === $c->node ? [] : self::rowsOf($c->node), $criteria)));
        $leaves = array_map($this->leaf(...), $criteria);
        $names = array_map(static fn (int $i): string => "l$i", array_keys($leaves));
        /** @param list<string> $of */
        $and = static fn (array $of): string => implode(' & ', ['live', ...array_filter($of, is_string(...))]);
        $columns = ['sum(bit_count(hit)) AS total', 'sum(bit_count(live)) AS population'];
        foreach ($names as $i => $name) {
            $columns[] = 'sum(bit_count(('.$and(array_values(array_diff($names, [$name])))." & ~$name))) AS without$i";
        }
        $parameters = [];
        $select = '';
        foreach ($leaves as $i => [$sql, $of]) {
            $select .= ", ($sql) AS l$i";
            $parameters += $of;
        }
        // each leaf is detoasted once, and the result kept for the counts by town and pay
        $cte = "WITH leaf AS MATERIALIZED (SELECT a.seg, a.bits || ''::varbit AS live$select FROM post a WHERE a.key = 'all' OFFSET 0), result AS MATERIALIZED (SELECT *, ".$and($names).' AS hit FROM leaf)';
        $row = $this->db->row("$cte SELECT ".implode(', ', $columns).' FROM result', $parameters);
        $total = $row?->intOrNull('total') ?? 0;
        $by = ['town' => [], 'pay' => [], 'paid' => []];
        foreach (0 === $total ? [] : $this->db->rows("$cte SELECT p.key, sum(bit_count(r.hit & p.bits)) AS people FROM result r JOIN post p ON p.seg = r.seg AND (p.key >= 'paid.' AND p.key < 'paid/' OR p.key >= 'pay.' AND p.key < 'pay/' OR p.key >= 'town:' AND p.key < 'town;') GROUP BY p.key HAVING sum(bit_count(r.hit & p.bits)) > 0 ORDER BY p.key", $parameters) as $count) {
            if (1 === preg_match('/^(town|pay|paid)[.:](.+)$/us', $count->str('key'), $m)) {
                $by[$m[1]][$m[2]] = $count->int('people');
            }
        }

        return new Market($total, $row?->intOrNull('population') ?? 0, array_map(static fn (int $i): int => $row?->intOrNull("without$i") ?? 0, array_keys($names)), Market::sorted(self::named($by['town'])), self::columns($by['pay']), self::columns($by['paid']));
    }

    /**
     * @param array<array-key, int> $counts
     *
     * @return array<string, int>
     */
    private static function named(array $counts): array
    {
        $named = [];
        foreach ($counts as $name => $people) {
            $named[(string) $name] = $people;
        }

        return $named;
    }

    /**
     * @param array<array-key, int> $counts
     *
     * @return array<int, int>
     */
    private static function columns(array $counts): array
    {
        $columns = [];
        foreach ($counts as $column => $people) {
            $columns[(int) $column] = $people;
        }
        ksort($columns);

        return $columns;
    }

    /**
     * How many people each query finds, in three statements at most. A query with a prefix, or with a phrase nobody's brief has asked for yet, is counted by the index of words.
     *
     * @param array<int, Node> $queries
     *
     * @return array<int, int> in the order of the queries, by their keys
     */
    public function counts(array $queries): array
    {
        $counts = $columns = $parameters = [];
        $unknown = $this->unknown(array_merge(...array_values(array_map(self::rowsOf(...), $queries))));
        $by = [];
        foreach ($queries as $i => $node) {
            $rows = self::rowsOf($node);
            if ([] !== array_filter($rows, static fn (Row $r): bool => $r->prefix || isset($unknown[self::key($r)]))) {
                $by[$i] = (new Words())->query($node);
                continue;
            }
            [$sql, $of] = $this->expression($node);
            $columns[$i] = "coalesce(sum(bit_count(($sql) & a.bits)), 0) AS c$i";
            $parameters += $of;
        }
        $row = [] === $columns ? null : $this->db->row('SELECT '.implode(', ', $columns)." FROM post a WHERE a.key = 'all'", $parameters);
        foreach (array_keys($columns) as $i) {
            $counts[$i] = $row?->int("c$i") ?? 0;
        }
        $values = $of = [];
        foreach ($by as $i => $query) {
            $values[] = "(CAST(:i$i AS int), CAST(:q$i AS tsquery))";
            $of += ["i$i" => $i, "q$i" => $query];
        }
        foreach ([] === $values ? [] : $this->db->rows('SELECT v.id, (SELECT count(*) FROM candidate_words w WHERE w.words @@ v.q) AS people FROM (VALUES '.implode(', ', $values).') v (id, q)', $of) as $found) {
            $counts[$found->int('id')] = $found->int('people');
        }

        return $counts;
    }

    /** @return list<Row> */
    private static function rowsOf(Node $node): array
    {
        return match (true) {
            $node instanceof Row => [$node], $node instanceof Not => self::rowsOf($node->node),
            $node instanceof All, $node instanceof Any => array_merge(...array_map(self::rowsOf(...), $node->nodes)),
            default => [],
        };
    }

    /** @return array{string, array<string, mixed>} bits of a query over segment a.seg */
    private function expression(Node $node): array
    {
        if ($node instanceof Row) {
            $name = 'k'.substr(hash('sha256', implode(' ', $node->terms)), 0, 12);

            return [self::bits(":$name"), [$name => self::key($node)]];
        }
        if ($node instanceof Not) {
            [$sql, $of] = $this->expression($node->node);

            return ["~($sql)", $of];
        }
        $parts = $parameters = [];
        foreach ($node instanceof All || $node instanceof Any ? $node->nodes : [] as $inner) {
            [$sql, $of] = $this->expression($inner);
            $parts[] = "($sql)";
            $parameters += $of;
        }

        return [implode($node instanceof All ? ' & ' : ' | ', $parts), $parameters];
    }

    /** @return array{string, array<string, mixed>} an expression over segment a.seg, and its parameters */
    private function leaf(Criterion $criterion): array
    {
        if (null === $criterion->node) {
            return [$this->atLeast($criterion->years), []];
        }

        return $this->expression($criterion->node);
    }

    /** Years compared slice by slice from the smallest: a set bit of the limit wants the slice, an unset one is glad of it. */
    private function atLeast(int $years): string
    {
        if ($years >= 2 ** self::SLICES) {
            return self::ZEROS;
        }
        $sql = self::bits("'y'");
        for ($i = 0; $i < self::SLICES; ++$i) {
            $sql = '('.self::bits("'y.$i'").(1 === ($years >> $i & 1) ? ' & ' : ' | ').$sql.')';
        }

        return '('.$sql.' & '.self::bits("'y'").')';
    }

    private static function bits(string $key): string
    {
        return "coalesce((SELECT p.bits || ''::varbit FROM post p WHERE p.key = $key AND p.seg = a.seg), ".self::ZEROS.')';
    }

    private static function key(Row $row): string
    {
        return 1 === \count($row->terms) ? 'w:'.$row->terms[0] : 'p:'.implode(' ', $row->terms);
    }

    /**
     * Words in a row become keys of their own the first time someone asks for them: found once by the words' index, kept from then on.
     *
     * @param list<Row> $rows
     */
    private function learnRows(array $rows): void
    {
        foreach ($this->unknown($rows) as $key => $row) {
            $this->learnPhrase((string) $key, (new Words())->query($row));
        }
    }

    /**
     * Words in a row that have no key yet.
     *
     * @param list<Row> $rows
     *
     * @return array<array-key, Row>
     */
    private function unknown(array $rows): array
    {
        $wanted = [];
        foreach ($rows as $row) {
            if (\count($row->terms) > 1 && !$row->prefix) {
                $wanted[self::key($row)] = $row;
            }
        }
        $known = [] === $wanted ? [] : array_map(static fn (Record $r): string => $r->str('key'), $this->db->rows('SELECT key FROM post_phrase WHERE key IN (:keys)', ['keys' => array_map(strval(...), array_keys($wanted))]));

        return array_diff_key($wanted, array_flip($known));
    }

    private function learnPhrase(string $key, string $query): void
    {
        $this->db->transaction(function () use ($key, $query): void {
            // whoever writes a candidate meanwhile waits, so that nobody is missed between looking and keeping
            $this->db->execute('LOCK TABLE candidate_words IN SHARE MODE');
            if (1 !== $this->db->execute('INSERT INTO post_phrase (key, query) VALUES (:k, CAST(:q AS tsquery)) ON CONFLICT DO NOTHING', ['k' => $key, 'q' => $query])) {
                return;
            }
            $segments = [];
            foreach ($this->db->rows('SELECT candidate_id FROM candidate_words WHERE words @@ CAST(:q AS tsquery)', ['q' => $query]) as $row) {
                $id = $row->int('candidate_id');
                $segments[$id >> 16][] = $id & (self::SEGMENT - 1);
            }
            foreach ($segments as $seg => $bits) {
                $this->write($key, $seg, $bits);
            }
        });
    }

    private function segment(int $seg): void
    {
        $bits = [];
        $phrases = array_map(static fn (Record $r): string => $r->str('key'), $this->db->rows('SELECT key FROM post_phrase ORDER BY key'));
        $from = $seg * self::SEGMENT;
        for ($at = $from; $at < $from + self::SEGMENT; $at += 4096) {
            foreach ($this->db->rows('SELECT candidate_id, array_to_string(tsvector_to_array(words), E\'\n\') AS words, array_to_string(facts, E\'\n\') AS facts FROM candidate_words WHERE candidate_id >= :from AND candidate_id < :to', ['from' => $at, 'to' => $at + 4096]) as $row) {
                $bit = $row->int('candidate_id') & (self::SEGMENT - 1);
                foreach (explode("\n", $row->str('words')) as $word) {
                    if ('' !== $word) {
                        $bits['w:'.$word][] = $bit;
                    }
                }
                foreach (explode("\n", $row->str('facts')) as $fact) {
                    $bits[$fact][] = $bit;
                }
            }
        }
        foreach ($phrases as $phrase) {
            foreach ($this->db->rows('SELECT w.candidate_id FROM post_phrase p JOIN candidate_words w ON w.words @@ p.query WHERE p.key = :k AND w.candidate_id >= :from AND w.candidate_id < :to', ['k' => $phrase, 'from' => $from, 'to' => $from + self::SEGMENT]) as $row) {
                $bits[$phrase][] = $row->int('candidate_id') & (self::SEGMENT - 1);
            }
        }
        ksort($bits, \SORT_STRING);
        foreach ($bits as $key => $of) {
            $this->write((string) $key, $seg, $of);
        }
    }

    /** @param list<int> $bits */
    private function write(string $key, int $seg, array $bits): void
    {
        $bytes = str_repeat("\0", intdiv(self::SEGMENT, 8));
        foreach ($bits as $bit) {
            $bytes[$bit >> 3] = \chr(\ord($bytes[$bit >> 3]) | 0x80 >> ($bit & 7));
        }
        $this->db->execute('INSERT INTO post (key, seg, n, bits) VALUES (:k, :s, :n, CAST(CAST(:bits AS text) AS varbit)) ON CONFLICT (key, seg) DO UPDATE SET n = EXCLUDED.n, bits = EXCLUDED.bits', ['k' => $key, 's' => $seg, 'n' => \count(array_unique($bits)), 'bits' => 'x'.bin2hex($bytes)]);
    }

    /** @return list<string> the keys a candidate stands under, as stored */
    private function keys(int $candidate): array
    {
        return array_map(static fn (Record $r): string => $r->str('key'), $this->db->rows(
            "SELECT 'w:' || unnest(tsvector_to_array(words)) AS key FROM candidate_words WHERE candidate_id = :id UNION SELECT unnest(facts) FROM candidate_words WHERE candidate_id = :id UNION SELECT p.key FROM post_phrase p JOIN candidate_words w ON w.candidate_id = :id AND w.words @@ p.query", ['id' => $candidate]));
    }

    /** @param list<string> $values */
    private static function array(array $values): string
    {
        return '{'.implode(',', array_map(static fn (string $v): string => '"'.addcslashes($v, '"\\').'"', $values)).'}';
    }
}
