<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Core\Market\Criterion;
use Jorvent\Core\Market\Market;
use Jorvent\Core\Query\Any;
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
        $this->learn($criteria);
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

    /** @return array{string, array<string, mixed>} an expression over segment a.seg, and its parameters */
    private function leaf(Criterion $criterion): array
    {
        if (null === $criterion->node) {
            return [$this->atLeast($criterion->years), []];
        }
        $rows = $criterion->node instanceof Any ? $criterion->node->nodes : [$criterion->node];
        $parts = $parameters = [];
        foreach ($rows as $row) {
            if ($row instanceof Row) {
                $name = 'k'.substr(hash('sha256', implode(' ', $row->terms)), 0, 12);
                $parts[] = self::bits(":$name");
                $parameters[$name] = self::key($row);
            }
        }

        return [implode(' | ', $parts), $parameters];
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
     * @param list<Criterion> $criteria
     */
    private function learn(array $criteria): void
    {
        foreach ($criteria as $criterion) {
            $rows = $criterion->node instanceof Any ? $criterion->node->nodes : [$criterion->node];
            foreach ($rows as $row) {
                if ($row instanceof Row && \count($row->terms) > 1 && 0 === $this->db->int('SELECT count(*) FROM post_phrase WHERE key = :k', ['k' => self::key($row)])) {
                    $this->learnPhrase(self::key($row), (new Words())->query($row));
                }
            }
        }
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
