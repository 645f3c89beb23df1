<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Written;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Turn;
use Psr\Clock\ClockInterface;

/**
 * Phrases and beginnings of words. What few people could say is checked with each of them; what many could becomes a key of its own the first time it is asked for ("x:…"), is kept up to date
 * from then on, and is forgotten when nobody asks for it for a month.
 */
final class Runs
{
    /** So many people are checked one by one; a beginning of so many words is put together from them. */
    private const CHECKED = 2_000;
    private const WORDS = 64;
    private const MOST = 2_000;
    private const DAYS = 30;
    /** Whether the words w of someone have a row r (Core\Query\Written). */
    public const SAYS = '(position(r.plain IN w.words) > 0 OR (w.words LIKE r.alike AND w.words ~ r.pattern))';
    private const KEPT_SECONDS = 900;

    public function __construct(private readonly Db $db, private readonly Leaves $leaves, private readonly ClockInterface $clock, private readonly ?Turn $turn = null, private readonly int $checked = self::CHECKED)
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
        $known = $stale = [];
        $today = $this->clock->now()->format('Y-m-d');
        foreach ([] === $rows ? [] : $this->db->planned('SELECT key, used_on FROM post_run WHERE ready AND key = ANY (CAST(:keys AS text[]))', ['keys' => Db::array(array_map(self::key(...), array_values($rows)))]) as $row) {
            $known[$row->str('key')] = true;
            if ($row->str('used_on') !== $today) {
                $stale[] = $row->str('key');
            }
        }
        if ([] !== $stale) {
            $this->db->execute('UPDATE post_run SET used_on = :d WHERE key IN (:keys)', ['d' => $today, 'keys' => $stale]);
        }

        return $known;
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
                $found[$key] = $this->learn($row);
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
                $found[$key] = $this->learn($row);
            } else {
                $ask[$key] = [$found[$key], $row];
            }
        }

        return $this->said($ask) + $found;
    }

    /**
     * Those of some people whose text answers. What was found is kept for a while; whoever was written since is looked at anew.
     *
     * @param array<array-key, array{\GMP, Row}> $ask people and a row of words, by key
     *
     * @return array<array-key, \GMP>
     */
    private function said(array $ask): array
    {
        $keeps = [] !== $ask && $this->leaves->keeps();
        $kept = [];
        $oldest = \PHP_INT_MAX;
        foreach ($keeps ? $ask : [] as $key => $_) {
            $entry = apcu_fetch('run:'.$this->leaves->space().$key);
            if (\is_array($entry) && \is_int($entry['s'] ?? null) && $entry['s'] > 0 && \is_array($entry['ids'] ?? null)) {
                $kept[$key] = ['s' => $entry['s'], 'ids' => array_values(array_filter($entry['ids'], is_int(...)))];
                $oldest = min($oldest, $entry['s']);
            }
        }
        [$now, $changed] = $keeps ? $this->changed($oldest) : [0, []];
        $look = $sure = [];
        foreach ($ask as $key => [$people, $row]) {
            $since = isset($kept[$key]) ? array_keys(array_filter($changed, static fn (int $ver): bool => $ver >= $kept[$key]['s'])) : null;
            $sure[$key] = null === $since ? [] : array_diff($kept[$key]['ids'], $since);
            $look[$key] = [null === $since ? Bits::ids($people) : array_values(array_filter($since, static fn (int $id): bool => gmp_testbit($people, $id))), $row];
        }
        $found = [];
        foreach ($this->checked(array_filter($look, static fn (array $l): bool => [] !== $l[0])) + array_fill_keys(array_keys($ask), []) as $key => $ids) {
            $all = [...$sure[$key], ...$ids];
            $found[$key] = gmp_and(Bits::of($all), $ask[$key][0]);
            if ($keeps && (!isset($kept[$key]) || [] !== $look[$key][0])) {
                apcu_store('run:'.$this->leaves->space().$key, ['s' => $now, 'ids' => $all], self::KEPT_SECONDS);
            }
        }

        return $found;
    }

    /** @return array{int, array<int, int>} the oldest transaction still open; and whose words were written by a transaction or a later one, with it */
    private function changed(int $since): array
    {
        $now = 0;
        $changed = [];
        foreach ($this->db->planned('SELECT NULL::int AS id, pg_snapshot_xmin(pg_current_snapshot())::text::bigint AS ver UNION ALL SELECT candidate_id, ver::text::bigint FROM candidate_words WHERE ver >= CAST(:since AS xid8)', ['since' => (string) $since]) as $row) {
            $id = $row->intOrNull('id');
            null === $id ? $now = $row->int('ver') : $changed[$id - $this->shift()] = $row->int('ver');
        }

        return [$now, $changed];
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
        $known = $this->known(array_values(array_filter(array_column($asked, 0), static fn (Row $r): bool => \count($r->terms) > 1)));
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
        foreach ($this->checked(array_map(static fn (array $c): array => [Bits::ids($c[0]), $c[1]], $few)) as $i => $ids) {
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
        $known = $this->known($rows);
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
                $this->learn($row);
            }
        }

        return true;
    }

    /** Forgets what nobody asked for lately, the oldest first where there are too many. */
    public function tidy(): int
    {
        $gone = array_map(static fn (Record $r): string => $r->str('key'), $this->db->rows('SELECT key FROM post_run WHERE used_on < :d UNION (SELECT key FROM post_run ORDER BY used_on DESC, key OFFSET '.self::MOST.')', ['d' => $this->clock->now()->modify('-'.self::DAYS.' days')->format('Y-m-d')]));
        foreach ($gone as $key) {
            $this->db->execute('DELETE FROM post_run WHERE key = :k', ['k' => $key]);
            $this->db->execute("UPDATE post SET n = 0, data = '', ver = pg_current_xact_id() WHERE key = :k", ['k' => $key]);
        }

        return \count($gone);
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

    /**
     * @param array<array-key, array{list<int>, Row}> $ask people and a row of words
     *
     * @return array<array-key, list<int>> those of them whose text answers
     */
    private function checked(array $ask): array
    {
        $found = array_map(static fn (array $a): array => [], $ask);
        $keys = array_keys($ask);
        $values = $parameters = [];
        foreach ($keys as $i => $key) {
            $values[] = "(CAST(:i$i AS int), CAST(:p$i AS int[]), CAST(:w$i AS text), CAST(:l$i AS text), CAST(:q$i AS text))";
            $parameters += ["i$i" => $i, "p$i" => '{'.implode(',', 0 === $this->shift() ? $ask[$key][0] : array_map(fn (int $id): int => $id + $this->shift(), $ask[$key][0])).'}', "w$i" => Written::plain($ask[$key][1]), "l$i" => Written::like($ask[$key][1]), "q$i" => Written::pattern($ask[$key][1])];
        }
        foreach ([] === $values ? [] : $this->db->rows('SELECT r.i, w.candidate_id FROM (VALUES '.implode(', ', $values).') r (i, ids, plain, alike, pattern) JOIN candidate_words w ON w.candidate_id = ANY (r.ids) AND '.self::SAYS, $parameters) as $row) {
            $found[$keys[$row->int('i')]][] = $row->int('candidate_id') - $this->shift();
        }

        return $found;
    }

    private function shift(): int
    {
        return $this->leaves->segments?->shift() ?? 0;
    }

    /**
     * Everyone who says a row, which is a key of its own from then on. Nobody waits for it who writes a candidate: first all writers are told of the key, then everyone is looked through, then those written meanwhile once more.
     */
    private function learn(Row $row): \GMP
    {
        if (null !== $this->leaves->segments) {
            throw new \LogicException('A part learns nothing by itself.');
        }
        $key = self::key($row);
        $this->db->execute('INSERT INTO post_run (key, plain, alike, pattern, used_on) VALUES (:k, :w, :l, :p, :d) ON CONFLICT DO NOTHING', ['k' => $key, 'w' => Written::plain($row), 'l' => Written::like($row), 'p' => Written::pattern($row), 'd' => $this->clock->now()->format('Y-m-d')]);
        // whoever began before that knows nothing of it: until these are through, and no longer, unless this is part of a greater whole
        $this->db->transaction(fn () => $this->db->execute('LOCK TABLE candidate_words IN EXCLUSIVE MODE'));
        $since = $this->db->row('SELECT pg_snapshot_xmin(pg_current_snapshot())::text AS xmin')?->str('xmin') ?? '0';
        $segments = $this->segments($row);

        return $this->db->transaction(function () use ($row, $key, $since, $segments): \GMP {
            $of = array_unique([...array_keys($segments), ...array_map(static fn (Record $r): int => $r->int('seg'), $this->db->rows('SELECT seg FROM post WHERE key = :k', ['k' => $key]))]);
            sort($of);
            foreach ($of as $seg) {
                $this->db->execute("INSERT INTO post (key, seg, n, ver, data) VALUES (:k, :s, 0, pg_current_xact_id(), '') ON CONFLICT DO NOTHING", ['k' => $key, 's' => $seg]);
            }
            $this->db->execute('SELECT seg FROM post WHERE key = :k ORDER BY seg FOR UPDATE', ['k' => $key]);
            $ids = [];
            foreach ($segments as $seg => $places) {
                foreach (Bits::numbers('v', $places) as $bit) {
                    $ids[] = ($seg << 16) + $bit;
                }
            }
            $written = array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows('SELECT candidate_id AS id FROM candidate_words WHERE ver >= CAST(:since AS xid8)', ['since' => $since]));
            $ids = [...array_diff($ids, $written), ...[] === $written ? [] : $this->checked([[$written, $row]])[0]];
            $segments = array_fill_keys($of, '');
            foreach ($ids as $id) {
                $segments[$id >> 16] = ($segments[$id >> 16] ?? '').pack('v', $id & 0xFFFF);
            }
            foreach ($segments as $seg => $places) {
                $this->db->execute("INSERT INTO post (key, seg, n, ver, data) VALUES (:k, :s, :n, pg_current_xact_id(), decode(:d, 'hex')) ON CONFLICT (key, seg) DO UPDATE SET n = excluded.n, ver = excluded.ver, data = excluded.data", ['k' => $key, 's' => $seg, 'n' => \strlen($places) >> 1, 'd' => bin2hex(Bits::kept($places))]);
            }
            $this->db->execute('UPDATE post_run SET ready = true WHERE key = :k', ['k' => $key]);

            return Bits::of($ids);
        });
    }

    /** @return array<int, string> places by segment */
    private function segments(Row $row): array
    {
        $segments = [];
        if (1 === \count($row->terms)) {
            // a beginning of one word: everyone under any key that begins so
            $from = self::word($row, $row->terms[0]);
            foreach ($this->db->rows("SELECT seg, encode(data, 'hex') AS data FROM post WHERE key >= :a AND key < :b AND n > 0 ORDER BY seg", ['a' => $from, 'b' => $from."\u{10FFFF}"]) as $found) {
                $wide = Bits::wide((string) hex2bin($found->str('data')));
                $segments[$found->int('seg')] = isset($segments[$found->int('seg')]) ? $segments[$found->int('seg')] | $wide : $wide;
            }

            return array_map(static fn (string $wide): string => [] === ($ids = Bits::ids(Bits::read($wide))) ? '' : pack('v*', ...$ids), $segments);
        }
        $words = [];
        foreach (\array_slice($row->terms, 0, $row->prefix ? -1 : null) as $term) {
            $words[] = self::word($row, $term);
        }
        $all = array_values($this->leaves->load($words));
        foreach (array_chunk(Bits::ids(array_reduce(\array_slice($all, 1), gmp_and(...), $all[0])), 5_000) as $some) {
            $this->turn?->check();
            foreach ($this->checked([[$some, $row]])[0] as $id) {
                $segments[$id >> 16] = ($segments[$id >> 16] ?? '').pack('v', $id & 0xFFFF);
            }
        }

        return $segments;
    }
}
