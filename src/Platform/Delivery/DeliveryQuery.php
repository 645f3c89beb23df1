<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** How deliveries stand, for those who look after them. */
final readonly class DeliveryQuery
{
    public const ROWS = 50;
    /** What has waited so long though it was due has nobody to deliver it, or a service that is down. */
    private const LATE_MINUTES = 10;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return array{failed: int, waiting: int, late: int, delivered: int} delivered: in the last day */
    public function counts(): array
    {
        $now = $this->clock->now();
        $row = $this->db->row(
            "SELECT count(*) FILTER (WHERE state = 'failed') AS failed,
                count(*) FILTER (WHERE state IN ('waiting', 'sending')) AS waiting,
                count(*) FILTER (WHERE state = 'waiting' AND attempts > 0
                    OR state IN ('waiting', 'sending') AND available_at < :late) AS late,
                count(*) FILTER (WHERE state = 'delivered' AND delivered_at > :day) AS delivered
             FROM delivery WHERE state IN ('failed', 'waiting', 'sending') OR delivered_at > :day",
            ['late' => $now->modify('-'.self::LATE_MINUTES.' minutes'), 'day' => $now->modify('-1 day')],
        ) ?? throw new \LogicException('A count always has a row.');

        return [
            'failed' => $row->int('failed'), 'waiting' => $row->int('waiting'),
            'late' => $row->int('late'), 'delivered' => $row->int('delivered'),
        ];
    }

    /**
     * @return list<Record> newest first, one more than a page: id, kind, number, subject, receiver, attempts, last_error,
     *                      created_at
     */
    public function failed(int $before = 0): array
    {
        return $this->rows("o.state = 'failed' AND (:before = 0 OR o.id < :before)", ['before' => $before], self::ROWS + 1);
    }

    /** @return list<Record> what waits longer than it should, the oldest first */
    public function late(): array
    {
        return array_reverse($this->rows(
            "(o.state = 'waiting' AND o.attempts > 0 OR o.state IN ('waiting', 'sending') AND o.available_at < :late)",
            ['late' => $this->clock->now()->modify('-'.self::LATE_MINUTES.' minutes')], self::ROWS,
        ));
    }

    /** @return list<int> subjects of a kind for which something waits or has failed */
    public function undelivered(string $subjectKind): array
    {
        return array_map(static fn (Record $r): int => $r->int('subject_id'), $this->db->rows(
            "SELECT DISTINCT subject_id FROM delivery
             WHERE subject_kind = :kind AND state IN ('waiting', 'sending', 'failed')",
            ['kind' => $subjectKind],
        ));
    }

    /**
     * @param list<int> $subjects
     *
     * @return array<int, DeliveryRow> the last one about each of them, by subject
     */
    public function last(string $subjectKind, array $subjects): array
    {
        $last = [];
        foreach ([] === $subjects ? [] : $this->db->rows(
            'SELECT DISTINCT ON (subject_id) subject_id, id, state, attempts, last_error FROM delivery
             WHERE subject_kind = :kind AND subject_id IN (:subjects) ORDER BY subject_id, id DESC',
            ['kind' => $subjectKind, 'subjects' => $subjects],
        ) as $row) {
            $last[$row->int('subject_id')] = new DeliveryRow(
                $row->int('id'), $row->str('state'), $row->int('attempts'), $row->strOrNull('last_error'),
            );
        }

        return $last;
    }

    /** @return array<string, int> failed ones by what the other side said */
    public function kinds(): array
    {
        $kinds = [];
        $sql = "SELECT coalesce(last_error, '') AS error, count(*) AS n FROM delivery WHERE state = 'failed'
            GROUP BY 1 ORDER BY 2 DESC LIMIT 8";
        foreach ($this->db->rows($sql) as $row) {
            $kinds[$row->str('error')] = $row->int('n');
        }

        return $kinds;
    }

    /**
     * @param array<string, mixed> $parameters
     *
     * @return list<Record>
     */
    private function rows(string $where, array $parameters, int $most): array
    {
        return $this->db->rows(
            "SELECT o.id, o.kind, o.state, o.attempts, o.last_error, o.created_at, o.available_at, r.number,
                p.content ->> 'subject' AS subject, p.content ->> 'to' AS receiver
             FROM delivery o LEFT JOIN personal_value p ON p.id = o.personal_id
                LEFT JOIN requisition_head r ON r.id = o.requisition_id
             WHERE $where ORDER BY o.id DESC LIMIT $most",
            $parameters,
        );
    }
}
