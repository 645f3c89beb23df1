<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Written;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Turn;
use Psr\Clock\ClockInterface;

/** Phrases and beginnings of words that are keys of their own ("x:…"): learned when many could say them, kept up to date by whoever writes a candidate from then on, and forgotten when nobody asks for them for a month. */
final readonly class LearnedRuns
{
    private const MOST = 2_000;
    private const DAYS = 30;

    public function __construct(private Db $db, private Leaves $leaves, private Texts $texts, private ClockInterface $clock, private ?Turn $turn = null)
    {
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
        foreach ([] === $rows ? [] : $this->db->planned('SELECT key, used_on FROM post_run WHERE ready AND key = ANY (CAST(:keys AS text[]))', ['keys' => Db::array(array_map(Runs::key(...), array_values($rows)))]) as $row) {
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
     * Everyone who says a row, which is a key of its own from then on. Nobody waits for it who writes a candidate: first all writers are told of the key, then everyone is looked through, then those written meanwhile once more.
     */
    public function learn(Row $row): \GMP
    {
        if (null !== $this->leaves->segments) {
            throw new \LogicException('A part learns nothing by itself.');
        }
        $key = Runs::key($row);
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
            $ids = [...array_diff($ids, $written), ...[] === $written ? [] : $this->texts->look([[$written, $row]])[0]];
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

    /**
     * Forgets what nobody asked for lately, the oldest first where there are too many. Its rows go the next time, for a search may be on its way to them.
     *
     * @return int how many
     */
    public function tidy(): int
    {
        return $this->db->transaction(function (): int {
            // nobody learns meanwhile
            $this->db->execute('LOCK TABLE post_run IN SHARE ROW EXCLUSIVE MODE');
            if (0 !== $this->db->execute("DELETE FROM post p WHERE key >= 'x:' AND key < 'x;' AND NOT EXISTS (SELECT 1 FROM post_run r WHERE r.key = p.key)")) {
                $this->db->execute('UPDATE post_epoch SET epoch = epoch + 1');
            }

            return $this->db->execute('DELETE FROM post_run WHERE ready AND (used_on < :d OR key IN (SELECT key FROM post_run ORDER BY used_on DESC, key OFFSET '.self::MOST.'))', ['d' => $this->clock->now()->modify('-'.self::DAYS.' days')->format('Y-m-d')]);
        });
    }

    /** @return array<int, string> places by segment */
    private function segments(Row $row): array
    {
        $segments = [];
        if (1 === \count($row->terms)) {
            // a beginning of one word: everyone under any key that begins so
            $from = Runs::word($row, $row->terms[0]);
            foreach ($this->db->rows("SELECT seg, encode(data, 'hex') AS data FROM post WHERE key >= :a AND key < :b AND n > 0 ORDER BY seg", ['a' => $from, 'b' => $from."\u{10FFFF}"]) as $found) {
                $wide = Bits::wide((string) hex2bin($found->str('data')));
                $segments[$found->int('seg')] = isset($segments[$found->int('seg')]) ? $segments[$found->int('seg')] | $wide : $wide;
            }

            return array_map(static fn (string $wide): string => [] === ($ids = Bits::ids(Bits::read($wide))) ? '' : pack('v*', ...$ids), $segments);
        }
        $words = [];
        foreach (\array_slice($row->terms, 0, $row->prefix ? -1 : null) as $term) {
            $words[] = Runs::word($row, $term);
        }
        $all = array_values($this->leaves->load($words));
        foreach (array_chunk(Bits::ids(array_reduce(\array_slice($all, 1), gmp_and(...), $all[0])), 5_000) as $some) {
            $this->turn?->check();
            foreach ($this->texts->look([[$some, $row]])[0] as $id) {
                $segments[$id >> 16] = ($segments[$id >> 16] ?? '').pack('v', $id & 0xFFFF);
            }
        }

        return $segments;
    }
}
