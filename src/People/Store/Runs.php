<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Core\Query\Row;
use Jorvent\Platform\Database\Db;

/**
 * Who says a phrase or a beginning of a word. What few people could say is looked up in the text of each of them; what many could becomes a key of its own the first time it is asked for.
 */
final readonly class Runs
{
    /** So many people are looked through; a beginning of so many words is put together from them. */
    private const CHECKED = 2_000;
    private const WORDS = 64;

    public function __construct(private Db $db, private Leaves $leaves, private Texts $texts, private LearnedRuns $learned, private int $checked = self::CHECKED)
    {
    }

    public static function key(Row $row): string
    {
        return 'x:'.('' === $row->field ? '' : $row->field.':').implode(' ', $row->terms).($row->prefix ? '*' : '');
    }

    /** The key of one word of a row. */
    public static function word(Row $row, string $term): string
    {
        return '' === $row->field ? 'w:'.$term : 'f:'.$row->field.':'.$term;
    }

    /**
     * @param list<Row> $rows
     *
     * @return array<array-key, true> those that have a key of their own
     */
    public function known(array $rows): array
    {
        return $this->learned->known($rows);
    }

    /**
     * Those without a key of their own, all of them in three statements, besides what is learned.
     *
     * @param array<array-key, Row> $rows
     * @param array<string, \GMP>   $sets of their words
     *
     * @return array<array-key, \GMP>
     */
    public function find(array $rows, array $sets): array
    {
        $beginnings = $this->beginnings(array_filter($rows, static fn (Row $r): bool => $r->prefix));
        $found = $check = [];
        foreach ($rows as $key => $row) {
            $last = \count($row->terms) - 1;
            $all = [];
            foreach ($row->terms as $i => $term) {
                $all[] = $row->prefix && $i === $last ? $beginnings[$key] : $sets[self::word($row, $term)];
            }
            if (\in_array(null, $all, true)) {
                $found[$key] = $this->learned->learn($row);
                continue;
            }
            $found[$key] = array_reduce(\array_slice($all, 1), gmp_and(...), $all[0]);
            if (0 !== $last && gmp_sign($found[$key]) > 0) {
                $check[$key] = $row;
            }
        }
        $ask = [];
        foreach ($check as $key => $row) {
            if (gmp_popcount($found[$key]) > $this->checked) {
                $found[$key] = $this->learned->learn($row);
            } else {
                $ask[$key] = [$found[$key], $row];
            }
        }

        return $this->texts->said($ask) + $found;
    }

    /**
     * How many of some people say each of several rows of words, all of them in three statements. Nothing is learned for it.
     *
     * @param array<int, array{Row, \GMP}> $asked
     *
     * @return array<int, int|null> null where too many could and nobody asked for it before
     */
    public function among(array $asked): array
    {
        $known = $this->learned->known(array_values(array_filter(array_column($asked, 0), static fn (Row $r): bool => \count($r->terms) > 1)));
        $keys = array_map(static fn (array $a): array => match (true) {
            isset($known[self::key($a[0])]) => [self::key($a[0])],
            default => array_map(static fn (string $t): string => self::word($a[0], $t), $a[0]->terms),
        }, $asked);
        $sets = $this->leaves->load(array_merge(...array_values($keys)));
        $counts = $check = [];
        foreach ($asked as $i => [$row, $people]) {
            $could = array_reduce($keys[$i], static fn (\GMP $set, string $key): \GMP => gmp_and($set, $sets[$key]), $people);
            $counts[$i] = gmp_popcount($could);
            if (\count($keys[$i]) > 1 && $counts[$i] > 0) {
                $check[$i] = [$could, $row];
            }
        }
        $few = array_filter($check, fn (array $c, int $i): bool => $counts[$i] <= $this->checked, \ARRAY_FILTER_USE_BOTH);
        foreach ($this->texts->look(array_map(static fn (array $c): array => [Bits::ids($c[0]), $c[1]], $few)) as $i => $ids) {
            $counts[$i] = \count($ids);
        }

        $told = [];
        foreach (array_keys($asked) as $i) {
            $n = $counts[$i];
            $told[$i] = isset($check[$i]) && !isset($few[$i]) ? null : $n;
        }

        return $told;
    }

    /**
     * Makes keys of phrases that many could say, before anyone asks for them.
     *
     * @param list<Row> $rows
     *
     * @return bool whether all are done; after so many seconds others have their turn
     */
    public function prepare(array $rows, float $seconds): bool
    {
        $known = $this->learned->known($rows);
        $until = microtime(true) + $seconds;
        foreach ($rows as $row) {
            if (isset($known[self::key($row)])) {
                continue;
            }
            if (microtime(true) > $until) {
                return false;
            }
            $sets = array_values($this->leaves->load(array_map(static fn (string $t): string => self::word($row, $t), $row->terms)));
            if (gmp_popcount(array_reduce(\array_slice($sets, 1), gmp_and(...), $sets[0])) > $this->checked) {
                $this->learned->learn($row);
            }
        }

        return true;
    }

    /**
     * @param array<array-key, Row> $rows
     *
     * @return array<array-key, \GMP|null> null where too many words begin so
     */
    private function beginnings(array $rows): array
    {
        $from = array_map(static fn (Row $r): string => self::word($r, $r->terms[\count($r->terms) - 1]), $rows);
        if ([] === $from) {
            return [];
        }
        $keys = [];
        foreach ($this->db->planned(
            'SELECT f.word, x.key FROM json_array_elements_text(CAST(:from AS json)) f (word), LATERAL (
                WITH RECURSIVE k AS ((SELECT key, 1 AS n FROM post WHERE key >= f.word AND key < f.word || :end ORDER BY key LIMIT 1) UNION ALL SELECT (SELECT p.key FROM post p WHERE p.key > k.key AND p.key < f.word || :end ORDER BY p.key LIMIT 1), n + 1 FROM k WHERE k.key IS NOT NULL AND n <= '.self::WORDS.')
                SELECT key FROM k WHERE key IS NOT NULL) x', ['from' => json_encode(array_values(array_unique($from)), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'end' => "\u{10FFFF}"]) as $row) {
            $keys[$row->str('word')][] = $row->str('key');
        }
        $few = array_filter($keys, static fn (array $k): bool => \count($k) <= self::WORDS);
        $sets = $this->leaves->load(array_merge(...array_values($few)));
        $found = [];
        foreach ($from as $i => $word) {
            $found[$i] = isset($keys[$word]) && !isset($few[$word]) ? null : array_reduce(array_map(static fn (string $k): \GMP => $sets[$k], $few[$word] ?? []), gmp_or(...), gmp_init(0));
        }

        return $found;
    }
}
