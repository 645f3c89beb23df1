<?php

declare(strict_types=1);

namespace Jorvent\Activity;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/**
 * A chain of hashes over the rows of the log: each link covers its row and the link before, so that a row that was changed, taken out or
 * put in between shows. Rows are linked after they are committed, in the order in which they are found; what stands apart from a row
 * (texts, names, addresses) is not part of it and can be emptied.
 */
final readonly class LogChain
{
    private const LOCK = 72_211;
    private const BATCH = 1000;
    /** What is committed late has a number not further behind than this; the rest is found by the daily look. */
    private const LATE = 20_000;
    private const ROW = "a.id, to_char(a.at AT TIME ZONE 'UTC', 'YYYY-MM-DD HH24:MI:SS.US') AS at, a.actor_kind, a.actor_id, a.on_behalf_of_id, a.act, a.subject_kind,
        a.subject_id, a.requisition_id, a.candidate_id, CAST(a.change AS text) AS change";

    public function __construct(private Db $db)
    {
    }

    /**
     * @param bool $whole looks through the whole log, not only its end
     *
     * @return int how many rows were linked
     */
    public function extend(bool $whole = false): int
    {
        $linked = 0;
        do {
            $linked += $batch = $this->db->transaction(fn (): int => $this->link($whole));
        } while (self::BATCH === $batch);

        return $linked;
    }

    /** @return Record|null seq, hash and activity_id of the newest link */
    public function head(): ?Record
    {
        return $this->db->row('SELECT seq, hash, activity_id FROM activity_chain ORDER BY seq DESC LIMIT 1');
    }

    /**
     * Reckons the whole chain again.
     *
     * @return array{links: int, broken: int|null} how many stand, and the row of the log at the first that does not hold
     */
    public function check(): array
    {
        $before = '';
        $links = $seq = 0;
        do {
            $rows = $this->db->rows(
                'SELECT c.seq, c.hash, c.activity_id, '.self::ROW.' FROM activity_chain c LEFT JOIN activity a ON a.id = c.activity_id WHERE c.seq > :seq ORDER BY c.seq LIMIT '.self::BATCH,
                ['seq' => $seq],
            );
            foreach ($rows as $row) {
                $seq = $row->int('seq');
                ++$links;
                if (null === $row->intOrNull('id') || !hash_equals(self::hash($before, $row), $row->str('hash'))) {
                    return ['links' => $links, 'broken' => $row->int('activity_id')];
                }
                $before = $row->str('hash');
            }
        } while (self::BATCH === \count($rows));

        return ['links' => $links, 'broken' => null];
    }

    /** @return string|null the hash of a link, by its number */
    public function at(int $seq): ?string
    {
        return $this->db->row('SELECT hash FROM activity_chain WHERE seq = :s', ['s' => $seq])?->str('hash');
    }

    private function link(bool $whole): int
    {
        if (1 !== $this->db->int('SELECT CASE WHEN pg_try_advisory_xact_lock('.self::LOCK.') THEN 1 ELSE 0 END')) {
            return 0;
        }
        $head = $this->head();
        [$seq, $before] = [$head?->int('seq') ?? 0, $head?->str('hash') ?? ''];
        $rows = $this->db->rows(
            'SELECT '.self::ROW.' FROM activity a WHERE a.id > :from AND NOT EXISTS (SELECT 1 FROM activity_chain c WHERE c.activity_id = a.id) ORDER BY a.id LIMIT '.self::BATCH,
            ['from' => $whole ? 0 : $this->db->int('SELECT coalesce(max(activity_id), 0) FROM activity_chain') - self::LATE],
        );
        $links = [];
        foreach ($rows as $row) {
            $before = self::hash($before, $row);
            $links[] = ['seq' => ++$seq, 'activity_id' => $row->int('id'), 'hash' => $before];
        }
        $this->db->execute(
            'INSERT INTO activity_chain (seq, activity_id, hash) SELECT seq, activity_id, hash FROM jsonb_to_recordset(CAST(:links AS jsonb)) AS x (seq bigint, activity_id bigint, hash text)',
            ['links' => json_encode($links, \JSON_THROW_ON_ERROR)],
        );

        return \count($rows);
    }

    private static function hash(string $before, Record $row): string
    {
        $fields = array_map(static fn (string $column): string => $row->strOrNull($column) ?? '', [
            'id', 'at', 'actor_kind', 'actor_id', 'on_behalf_of_id', 'act', 'subject_kind', 'subject_id', 'requisition_id', 'candidate_id', 'change',
        ]);

        return hash('sha256', json_encode([$before, ...$fields], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE));
    }
}
