<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Doctrine\DBAL\Connection;
use Jorvent\Core\Fit\Facts;
use Jorvent\Core\Fit\Measure;
use Jorvent\Core\Fit\Ranking;
use Jorvent\Core\Fit\Values;
use Jorvent\Core\Fit\Weights;
use Jorvent\People\Profiles;
use Jorvent\Platform\Database\Db;

/**
 * How people answer a brief, part by part. What was measured is kept in the web server's shared memory and is good as long as the person's facts are the same: as with sets (Leaves), an entry is stamped with the oldest transaction
 * still open when the facts were read, and whoever was written by that one or a later one is measured anew.
 */
final readonly class FitValues
{
    private const SECONDS = 1_800;

    public function __construct(private Db $db, private Connection $connection, private Profiles $profiles)
    {
    }

    /**
     * People by fit. The same people by the same weights come again with each page and each step of a walk: their order is kept, and good as long as nobody of them changed.
     *
     * @param list<int> $ids
     */
    public function ranking(Measure $measure, Weights $weights, array $ids): Ranking
    {
        if (!$this->keeps() || [] === $ids) {
            return Ranking::of($weights, $this->of($measure, $ids));
        }
        $key = 'rank:'.hash('xxh128', $measure->signature().serialize($weights->shares).pack('V*', ...$ids));
        $kept = apcu_fetch($key);
        if (\is_array($kept) && \is_int($kept['s'] ?? null) && \is_string($kept['ids'] ?? null) && \is_array($kept['means'] ?? null)) {
            [, $changed] = $this->changed([0 => pack('P', $kept['s'])]);
            if ([] === $changed) {
                return Ranking::again(Bits::numbers('V', $kept['ids']), array_values(array_filter($kept['means'], is_float(...))));
            }
        }
        $values = $this->of($measure, $ids, $oldest);
        $ranking = Ranking::of($weights, $values);
        apcu_store($key, ['s' => $oldest, 'ids' => [] === $ranking->ids ? '' : pack('V*', ...$ranking->ids), 'means' => $ranking->means], self::SECONDS);

        return $ranking;
    }

    private function keeps(): bool
    {
        return \function_exists('apcu_enabled') && apcu_enabled() && !$this->connection->isTransactionActive();
    }

    /**
     * @param list<int> $ids
     * @param int|null  $oldest becomes the oldest stamp of what was taken
     *
     * @return array<int, string> Values by id, of those who are known
     */
    public function of(Measure $measure, array $ids, ?int &$oldest = null): array
    {
        if (!$this->keeps()) {
            return array_map(static fn (string $facts): string => Values::pack($measure->values($facts)), $this->facts($ids));
        }
        $prefix = 'fit:'.$measure->signature().':';
        $kept = [];
        foreach (self::kept($prefix, $ids) as $key => $entry) {
            $kept[(int) substr($key, \strlen($prefix))] = $entry;
        }
        [$now, $changed] = $this->changed($kept);
        $oldest = $now;
        $values = [];
        foreach ($kept as $id => $entry) {
            if (!isset($changed[$id])) {
                $values[$id] = substr($entry, 8);
                $oldest = min($oldest, self::stamp($entry));
            }
        }
        $stamp = pack('P', $now);
        $new = [];
        foreach ($this->facts(array_values(array_filter($ids, static fn (int $id): bool => !isset($values[$id])))) as $id => $facts) {
            $values[$id] = Values::pack($measure->values($facts));
            $new[$prefix.$id] = $stamp.$values[$id];
        }
        if ([] !== $new) {
            apcu_store($new, null, self::SECONDS);
        }

        return $values;
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, string> Facts by id
     */
    public function facts(array $ids): array
    {
        $facts = [];
        if ([] === $ids) {
            return $facts;
        }
        $row = $this->db->planned("SELECT coalesce(string_agg(candidate_id::text, ','), '') AS ids, coalesce(string_agg(length(facts)::text, ','), '') AS lengths, coalesce(encode(string_agg(facts, ''), 'hex'), '') AS all FROM candidate_fit WHERE candidate_id = ANY (CAST(:ids AS int[]))", ['ids' => '{'.implode(',', $ids).'}'])[0] ?? throw new \LogicException('There is always a row.');
        $all = (string) hex2bin($row->str('all'));
        $lengths = explode(',', $row->str('lengths'));
        $at = 0;
        foreach ('' === $all ? [] : explode(',', $row->str('ids')) as $i => $id) {
            $facts[(int) $id] = substr($all, $at, (int) $lengths[$i]);
            $at += (int) $lengths[$i];
        }
        // an applicant who stands apart is found by no search, yet has a fit
        $apart = array_values(array_filter($ids, static fn (int $id): bool => !isset($facts[$id])));
        foreach ([] === $apart ? [] : $this->profiles->anyone($apart) as $id => $profile) {
            $facts[$id] = Facts::of($profile);
        }

        return $facts;
    }

    /**
     * @param list<int> $ids
     *
     * @return array<string, string> a stamp of eight bytes and the values, by key
     */
    private static function kept(string $prefix, array $ids): array
    {
        $kept = apcu_fetch(array_map(static fn (int $id): string => $prefix.$id, $ids));

        /** @var array<string, string> $kept */
        $kept = \is_array($kept) ? $kept : [];

        return $kept;
    }

    /**
     * @param array<int, string> $kept by id; under 0 a stamp for everyone
     *
     * @return array{int, array<int, true>} the oldest transaction still open, and those of them who changed since they were measured
     */
    private function changed(array $kept): array
    {
        $oldest = [] === $kept ? \PHP_INT_MAX : min(array_map(self::stamp(...), $kept));
        $now = 0;
        $changed = [];
        foreach ($this->db->planned('SELECT NULL::int AS id, pg_snapshot_xmin(pg_current_snapshot())::text::bigint AS ver UNION ALL SELECT candidate_id, ver::text::bigint FROM candidate_fit WHERE ver >= CAST(:oldest AS xid8)', ['oldest' => (string) $oldest]) as $row) {
            $id = $row->intOrNull('id');
            if (null === $id) {
                $now = $row->int('ver');
            } elseif (isset($kept[0]) || (isset($kept[$id]) && $row->int('ver') >= self::stamp($kept[$id]))) {
                $changed[$id] = true;
            }
        }

        return [$now, $changed];
    }

    private static function stamp(string $entry): int
    {
        $stamp = unpack('P', $entry)[1] ?? 0;

        return \is_int($stamp) ? $stamp : 0;
    }
}
