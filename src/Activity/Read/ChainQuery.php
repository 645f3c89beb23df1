<?php

declare(strict_types=1);

namespace Jorvent\Activity\Read;

use Jorvent\Activity\Link;
use Jorvent\Activity\LinkedRow;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

final readonly class ChainQuery
{
    /** What a link covers, in this order. */
    private const FIELDS = [
        'id', 'at', 'actor_kind', 'actor_id', 'on_behalf_of_id', 'act', 'subject_kind', 'subject_id', 'requisition_id',
        'candidate_id', 'change',
    ];
    private const ROW = "a.id, to_char(a.at AT TIME ZONE 'UTC', 'YYYY-MM-DD HH24:MI:SS.US') AS at, a.actor_kind,
        a.actor_id, a.on_behalf_of_id, a.act, a.subject_kind, a.subject_id, a.requisition_id, a.candidate_id,
        CAST(a.change AS text) AS change";
    /** What is committed late has a number not further behind than this; the rest is found by the daily look. */
    private const LATE = 20_000;

    public function __construct(private Db $db)
    {
    }

    /** The newest link. */
    public function head(): ?Link
    {
        $row = $this->db->row('SELECT seq, hash, activity_id FROM activity_chain ORDER BY seq DESC LIMIT 1');

        return null === $row ? null : self::link($row);
    }

    public function hasHeadOf(string $day): bool
    {
        return null !== $this->db->row('SELECT day FROM activity_head WHERE day = :d', ['d' => $day]);
    }

    /** @return string|null the hash of a link, by its number */
    public function hashAt(int $seq): ?string
    {
        return $this->db->row('SELECT hash FROM activity_chain WHERE seq = :s', ['s' => $seq])?->str('hash');
    }

    /** @return list<LinkedRow> rows with their links, from after a link on */
    public function linkedAfter(int $seq, int $most): array
    {
        $rows = $this->db->rows(
            'SELECT c.seq, c.hash, c.activity_id, '.self::ROW.'
             FROM activity_chain c LEFT JOIN activity a ON a.id = c.activity_id
             WHERE c.seq > :seq ORDER BY c.seq LIMIT '.$most,
            ['seq' => $seq],
        );

        return array_map(static fn (Record $r): LinkedRow => new LinkedRow(
            $r->int('activity_id'),
            null === $r->intOrNull('id') ? null : self::fields($r),
            self::link($r),
        ), $rows);
    }

    /**
     * @param bool $whole looks through the whole log, not only its end
     *
     * @return list<LinkedRow> rows that have no link yet, in the order of their ids
     */
    public function unlinked(bool $whole, int $most): array
    {
        $last = $whole ? 0 : $this->db->int('SELECT coalesce(max(activity_id), 0) FROM activity_chain') - self::LATE;
        $rows = $this->db->rows(
            'SELECT '.self::ROW.' FROM activity a
             WHERE a.id > :from AND NOT EXISTS (SELECT 1 FROM activity_chain c WHERE c.activity_id = a.id)
             ORDER BY a.id LIMIT '.$most,
            ['from' => $last],
        );

        return array_map(static fn (Record $r): LinkedRow => new LinkedRow($r->int('id'), self::fields($r), null), $rows);
    }

    /** @return non-empty-list<string> */
    private static function fields(Record $row): array
    {
        return array_map(static fn (string $column): string => $row->strOrNull($column) ?? '', self::FIELDS);
    }

    private static function link(Record $row): Link
    {
        return new Link($row->int('seq'), $row->int('activity_id'), $row->str('hash'));
    }
}
