<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Result;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Plans;

/**
 * The sets under keys, kept in the web server's shared memory between requests. One statement per search finds out what changed since: a kept set is stamped with the oldest transaction still open when
 * it was read, and every row changed by that transaction or a later one is read again. So a change is seen by the next search, and nothing is read twice. Outside of a web server, and within a
 * transaction, nothing is kept.
 */
final class Leaves
{
    /** A set of up to so many people is kept as their numbers. */
    private const FEW = 1_000;

    /** Sets put together are forgotten after so long. */
    private const SECONDS = 900;

    /** It is asked what changed at all; where that is more than so many rows, of each key. */
    private const CHANGES = 4_000;

    /** @var array{string, int} oldest open transaction and epoch of the last reading */
    private array $read = ['0', 0];

    /** Before the names of what is kept: parts keep their own. */
    private readonly string $space;

    /** @param Segments|null $segments of whom sets are; null for everyone */
    public function __construct(private readonly Connection $connection, private readonly Plans $plans, public readonly ?Segments $segments = null)
    {
        $this->space = null === $segments ? '' : $segments->from.'-'.$segments->to.':';
    }

    /**
     * @param list<string> $keys
     *
     * @return array<string, \GMP> by key; an empty set where nobody stands under it
     */
    public function load(array $keys): array
    {
        $keys = array_values(array_unique($keys));
        if ([] === $keys) {
            return [];
        }
        $keeps = $this->keeps();
        $known = $keeps ? $this->kept($keys) : [];
        [$epoch, $xmin, $rows] = $this->ask($keys, $known);
        if ([] !== $known && $epoch !== $known[array_key_first($known)]['e']) {
            apcu_delete(new \APCUIterator('/^(?:leaf|set|facet|run):/'));
            $known = [];
            [$epoch, $xmin, $rows] = $this->ask($keys, $known);
        }
        $this->read = [$xmin, $epoch];
        $sets = [];
        foreach ($keys as $key) {
            $entry = $known[$key] ?? ['s' => $xmin, 'e' => $epoch, 'd' => '', 'v' => [], 'few' => true];
            $changed = $rows[$key] ?? [];
            if ([] !== $changed) {
                $entry = self::patched($entry, $changed);
            }
            $sets[$key] = $entry['few'] ? Bits::of(Bits::numbers('V', $entry['d'])) : Bits::read($entry['d']);
            // stamped anew only when there is a reason to write it
            if ($keeps && ([] !== $changed || !isset($known[$key]))) {
                apcu_store('leaf:'.$this->space.$key, ['s' => $xmin, 'v' => array_filter($entry['v'], static fn (string $v): bool => (int) $v >= (int) $xmin)] + $entry);
            }
        }

        return $sets;
    }

    /**
     * Sets put together from those under keys, kept too: each is what it was as long as none of its keys changed. What is kept and what is put together anew are of one and the same moment.
     *
     * @param array<int, string>                                         $prints  what each is known by
     * @param array<int, Needs>                                          $needs   of each
     * @param callable(list<int>, array<string, \GMP>): array<int, \GMP> $compute those wanted, from the sets under their keys
     * @param callable(\GMP): T                                          $give    what is wanted of each: of many large ones only a figure is held
     *
     * @template T
     *
     * @return list<T> in the order of the prints
     */
    public function derived(array $prints, array $needs, callable $compute, callable $give): array
    {
        if (!$this->keeps()) {
            $found = $compute(array_keys($prints), $this->load(array_merge(...array_map(static fn (Needs $n): array => $n->keys, array_values($needs)))));
            ksort($found);

            return array_values(array_map($give, $found));
        }
        $known = [];
        foreach ($prints as $i => $print) {
            $entry = apcu_fetch('set:'.$this->space.$print);
            if (\is_array($entry) && \is_string($entry['s'] ?? null) && \is_string($entry['d'] ?? null)) {
                $known[$i] = ['s' => (int) $entry['s'], 'd' => $entry['d'], 'e' => $entry['e'] ?? 0];
            }
        }
        $wanted = array_values(array_diff(array_keys($prints), array_keys($known)));
        // nothing to be read: one statement tells that all of it is still so
        if ([] === $wanted && [] === $this->outdated($known, $needs)) {
            return array_values(array_map(static fn (array $entry): mixed => $give(Bits::read($entry['d'])), $known));
        }
        $snapshot = [] !== $known;
        if ($snapshot) {
            // one snapshot for what is kept and what is read
            $this->connection->executeStatement('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
        }
        try {
            foreach ($snapshot ? $this->outdated($known, $needs) : [] as $i) {
                unset($known[$i]);
                $wanted[] = $i;
            }
            $needed = [];
            foreach ($wanted as $i) {
                array_push($needed, ...$needs[$i]->keys);
            }
            $sets = [] === $needed ? [] : $this->load($needed);
            // of this reading, not of one that putting together may do
            [$stamp, $of] = $this->read;
        } finally {
            if ($snapshot) {
                $this->connection->executeStatement('COMMIT');
            }
        }
        $found = [] === $wanted ? [] : $compute($wanted, $sets);
        foreach ($found as $i => $set) {
            apcu_store('set:'.$this->space.$prints[$i], ['s' => $stamp, 'e' => $of, 'd' => gmp_export($set, 8, \GMP_LSW_FIRST | \GMP_NATIVE_ENDIAN)], self::SECONDS);
        }
        $found = array_map($give, $found);
        foreach ($known as $i => $entry) {
            $found[$i] = $give(Bits::read($entry['d']));
        }
        ksort($found);

        return array_values($found);
    }

    public function space(): string
    {
        return $this->space;
    }

    /** Whether anything may be kept: in a web server, outside of a transaction. */
    public function keeps(): bool
    {
        return \function_exists('apcu_enabled') && apcu_enabled() && !$this->connection->isTransactionActive();
    }

    /**
     * @param array<int, array{s: int, d: string, e: mixed}> $known
     * @param array<int, Needs>                              $needs of each
     *
     * @return list<int> those of which something changed since they were put together
     */
    private function outdated(array $known, array $needs): array
    {
        if ([] === $known) {
            return [];
        }
        $since = min(array_map(static fn (array $entry): int => $entry['s'], $known));
        [$epoch, $words, $changed] = $this->changed($since);
        $all = null !== $changed;
        if (!$all) {
            $keys = [];
            foreach ($known as $i => $entry) {
                foreach ($needs[$i]->keys as $key) {
                    $keys[$key] = min($keys[$key] ?? \PHP_INT_MAX, $entry['s']);
                }
            }
            $changed = $this->changedOf($keys);
        }

        return array_keys(array_filter($known, static fn (array $entry, int $i): bool => $entry['e'] !== $epoch || ($needs[$i]->texts && $words >= $entry['s']) || (!$all && [] !== $needs[$i]->beginnings) || $needs[$i]->changedSince($entry['s'], $changed), \ARRAY_FILTER_USE_BOTH));
    }

    /** @return array{int, int, array<string, int>|null} epoch, the last change of anyone's text, and the last change of each key that changed since; null where these are too many */
    private function changed(int $since): array
    {
        $epoch = $words = $rows = 0;
        $changed = [];
        foreach ($this->planned(
            'SELECT NULL AS key, (SELECT epoch FROM post_epoch)::text AS n, (SELECT ver FROM candidate_words ORDER BY ver DESC LIMIT 1)::text AS ver UNION ALL SELECT key, count(*)::text, max(ver::text::bigint)::text FROM (SELECT key, ver FROM post WHERE ver >= CAST(:since AS xid8) LIMIT '.(self::CHANGES + 1).') p GROUP BY key', ['since' => $since],
        )->iterateNumeric() as [$key, $n, $ver]) {
            if (!\is_string($key)) {
                [$epoch, $words] = [is_numeric($n) ? (int) $n : 0, is_numeric($ver) ? (int) $ver : 0];
            } else {
                $rows += is_numeric($n) ? (int) $n : 0;
                $changed[$key] = is_numeric($ver) ? (int) $ver : 0;
            }
        }

        return [$epoch, $words, $rows > self::CHANGES ? null : $changed];
    }

    /**
     * @param array<array-key, int> $stamps by key
     *
     * @return array<string, int> the last change of each key that changed since its stamp
     */
    private function changedOf(array $stamps): array
    {
        $changed = [];
        foreach ($this->planned(
            'SELECT k.key, (SELECT max(p.ver::text::bigint) FROM post p WHERE p.key = k.key AND p.ver >= k.stamp) AS ver FROM unnest(CAST(:keys AS text[]), CAST(:stamps AS xid8[])) k (key, stamp) WHERE EXISTS (SELECT 1 FROM post p WHERE p.key = k.key AND p.ver >= k.stamp)',
            ['keys' => Db::array(array_map(strval(...), array_keys($stamps))), 'stamps' => '{'.implode(',', $stamps).'}'],
        )->iterateNumeric() as [$key, $ver]) {
            $changed[\is_string($key) ? $key : ''] = is_numeric($ver) ? (int) $ver : 0;
        }

        return $changed;
    }

    /** @param array<string, int|string> $parameters */
    private function planned(string $sql, array $parameters): Result
    {
        return $this->connection->executeQuery($this->plans->call($this->connection, $sql, $parameters));
    }

    /**
     * @param list<string> $keys
     *
     * @return array<string, array{s: string, e: int, d: string, v: array<int, string>, few: bool}>
     */
    private function kept(array $keys): array
    {
        $known = [];
        foreach ($keys as $key) {
            $entry = apcu_fetch('leaf:'.$this->space.$key);
            if (\is_array($entry)) {
                /** @var array{s: string, e: int, d: string, v: array<int, string>, few: bool} $entry */
                $known[$key] = $entry;
            }
        }
        // all of one epoch, or none
        $epochs = array_unique(array_column($known, 'e'));

        return \count($epochs) > 1 ? [] : $known;
    }

    /**
     * @param list<string>                                                                          $keys
     * @param array<string, array{s: string, e: int, d: string, v: array<int, string>, few: bool}> $known
     *
     * @return array{int, string, array<string, array<int, array{string, string}>>} epoch, oldest open transaction, and by key and segment what changed: its transaction and the bits
     */
    private function ask(array $keys, array $known): array
    {
        $stamps = [];
        $seen = ['k' => [], 's' => [], 'v' => []];
        foreach ($keys as $key) {
            $stamps[] = $known[$key]['s'] ?? '0';
            foreach ($known[$key]['v'] ?? [] as $seg => $version) {
                $seen['k'][] = $key;
                $seen['s'][] = $seg + ($this->segments->from ?? 0);
                $seen['v'][] = $version;
            }
        }
        // what a long open transaction keeps from being stamped later is known by its own number, and not sent again
        $again = [] === $seen['k'] ? '' : ' AND NOT EXISTS (SELECT 1 FROM unnest(CAST(:sk AS text[]), CAST(:ss AS int[]), CAST(:sv AS xid8[])) s (key, seg, ver) WHERE s.key = p.key AND s.seg = p.seg AND s.ver = p.ver)';
        $within = null === $this->segments ? '' : ' AND p.seg BETWEEN '.$this->segments->from.' AND '.$this->segments->to;
        $statement = $this->planned(
            "SELECT NULL AS key, (SELECT epoch FROM post_epoch) AS seg, pg_snapshot_xmin(pg_current_snapshot())::text AS ver, NULL::bytea AS data
             UNION ALL SELECT p.key, p.seg, p.ver::text, p.data FROM unnest(CAST(:keys AS text[]), CAST(:stamps AS xid8[])) k (key, stamp) JOIN post p ON p.key = k.key AND p.ver >= k.stamp$within$again",
            ['keys' => Db::array($keys), 'stamps' => Db::array($stamps)] + ('' === $again ? [] : ['sk' => Db::array($seen['k']), 'ss' => '{'.implode(',', $seen['s']).'}', 'sv' => Db::array($seen['v'])]),
        );
        $epoch = 0;
        $xmin = '0';
        $rows = [];
        while (\is_array($row = $statement->fetchNumeric())) {
            [$key, $seg, $ver, $data] = $row;
            if (!\is_string($key)) {
                $epoch = \is_int($seg) ? $seg : 0;
                $xmin = \is_string($ver) ? $ver : '0';
                continue;
            }
            $rows[$key][(\is_int($seg) ? $seg : 0) - ($this->segments->from ?? 0)] = [\is_string($ver) ? $ver : '0', \is_resource($data) ? (string) stream_get_contents($data) : ''];
        }

        return [$epoch, $xmin, $rows];
    }

    /**
     * @param array{s: string, e: int, d: string, v: array<int, string>, few: bool} $entry
     * @param array<int, array{string, string}>                                      $changed
     *
     * @return array{s: string, e: int, d: string, v: array<int, string>, few: bool}
     */
    private static function patched(array $entry, array $changed): array
    {
        ksort($changed);
        $versions = array_map(static fn (array $c): string => $c[0], $changed);
        $few = array_sum(array_map(static fn (array $c): int => Bits::BYTES === \strlen($c[1]) ? self::FEW : \strlen($c[1]) >> 1, $changed)) < self::FEW;
        if ($entry['few'] && $few) {
            $ids = array_filter(Bits::numbers('V', $entry['d']), static fn (int $id): bool => !isset($changed[$id >> 16]));
            foreach ($changed as $seg => [, $data]) {
                foreach (Bits::numbers('v', $data) as $bit) {
                    $ids[] = ($seg << 16) + $bit;
                }
            }
            if (\count($ids) < self::FEW) {
                return ['s' => $entry['s'], 'e' => $entry['e'], 'd' => [] === $ids ? '' : pack('V*', ...$ids), 'v' => $versions, 'few' => true];
            }
        }
        $wide = $entry['few'] ? self::widened($entry['d']) : $entry['d'];
        $wide = str_pad($wide, ([] === $changed ? 0 : max(array_keys($changed)) + 1) * Bits::BYTES, "\0");
        foreach ($changed as $seg => [, $data]) {
            $wide = substr_replace($wide, Bits::wide($data), $seg * Bits::BYTES, Bits::BYTES);
        }

        return ['s' => $entry['s'], 'e' => $entry['e'], 'd' => $wide, 'v' => $versions, 'few' => false];
    }

    private static function widened(string $numbers): string
    {
        $by = [];
        foreach (Bits::numbers('V', $numbers) as $id) {
            $by[$id >> 16] = ($by[$id >> 16] ?? '').pack('v', $id & 0xFFFF);
        }
        $wide = '';
        for ($seg = 0, $last = [] === $by ? -1 : max(array_keys($by)); $seg <= $last; ++$seg) {
            $wide .= Bits::wide($by[$seg] ?? '');
        }

        return $wide;
    }
}
