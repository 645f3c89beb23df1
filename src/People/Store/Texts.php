<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Written;
use Jorvent\Platform\Database\Db;

/** What people's texts say, looked up in the texts themselves: of so many people as can be looked through. */
final readonly class Texts
{
    /** Whether the words w of someone have a row r (Core\Query\Written). */
    public const SAYS = '(position(r.plain IN w.words) > 0 OR (w.words LIKE r.alike AND w.words ~ r.pattern))';
    private const KEPT_SECONDS = 900;

    public function __construct(private Db $db, private Leaves $leaves)
    {
    }

    /**
     * Those of some people whose text answers. What was found is kept for a while; whoever was written since is looked at anew.
     *
     * @param array<array-key, array{\GMP, Row}> $ask people and a row of words, by key
     *
     * @return array<array-key, \GMP>
     */
    public function said(array $ask): array
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
        foreach ($this->look(array_filter($look, static fn (array $l): bool => [] !== $l[0])) + array_fill_keys(array_keys($ask), []) as $key => $ids) {
            $all = [...$sure[$key], ...$ids];
            $found[$key] = gmp_and(Bits::of($all), $ask[$key][0]);
            if ($keeps && (!isset($kept[$key]) || [] !== $look[$key][0])) {
                apcu_store('run:'.$this->leaves->space().$key, ['s' => $now, 'ids' => $all], self::KEPT_SECONDS);
            }
        }

        return $found;
    }

    /**
     * @param array<array-key, array{list<int>, Row}> $ask people and a row of words
     *
     * @return array<array-key, list<int>> those of them whose text answers, looked up now
     */
    public function look(array $ask): array
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

    private function shift(): int
    {
        return $this->leaves->segments?->shift() ?? 0;
    }
}
