<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Postings for which something has to be done today, by the calendars of their sites. */
final readonly class DueQuery
{
    private const FROM = 'SELECT p.id FROM posting p JOIN requisition_head r ON r.id = p.requisition_id
        JOIN site_place s ON s.id = r.site_id WHERE ';
    private const TODAY = 'CAST(CAST(:now AS timestamptz) AT TIME ZONE s.zone AS date)';

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return list<int> planned, and their first day has come */
    public function toBegin(): array
    {
        return $this->ids(
            "p.state = 'planned' AND p.want <> 'down' AND r.state = 'approved' AND p.from_on <= ".self::TODAY,
            ['now' => $this->clock->now()],
        );
    }

    /** @return list<int> whose last day is over */
    public function toEnd(): array
    {
        return $this->ids(
            "p.state IN ('asked', 'live', 'paused') AND p.until < ".self::TODAY,
            ['now' => $this->clock->now()],
        );
    }

    /** @return list<int> that a board should show which fetches our feed */
    public function fetched(string $board): array
    {
        return $this->ids(
            "p.board = :board AND p.want = 'live' AND p.state IN ('waiting', 'asked', 'live')
                AND r.state = 'approved' AND (p.until IS NULL OR p.until >= :today)",
            ['board' => $board, 'today' => $this->clock->now()->format('Y-m-d')],
        );
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return list<int>
     */
    private function ids(string $where, array $values): array
    {
        $rows = $this->db->rows(self::FROM.$where.' ORDER BY p.id', $values);

        return array_map(static fn (Record $r): int => $r->int('id'), $rows);
    }
}
