<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Core\Adverts\AdvertRun;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** What earlier runs of postings teach. */
final readonly class RunQuery
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** Changes when there is something more to learn from, and from day to day. */
    public function stamp(): string
    {
        $newest = $this->db->row(
            'SELECT (SELECT max(id) FROM posting) AS posting, (SELECT max(id) FROM application_reach) AS application,
                current_database() AS instance',
        );
        $known = [$newest?->columns(), $this->clock->now()->format('Y-m-d')];

        return hash('sha256', json_encode($known, \JSON_THROW_ON_ERROR));
    }

    /** @return list<AdvertRun> all that are over, or have stood for a fortnight; our own site is no purchase */
    public function runs(): array
    {
        return array_map(static fn (Record $r): AdvertRun => new AdvertRun(
            $r->str('board'), $r->str('month'), $r->int('days'), $r->int('early'), $r->int('late'),
        ), $this->db->rows(
            "SELECT p.board, to_char(p.live_at, 'YYYY-MM') AS month,
                least(coalesce(p.ended_at, :now)::date, CAST(:now AS date)) - p.live_at::date + 1 AS days,
                count(a.id) FILTER (WHERE a.applied_at < p.live_at + interval '14 days') AS early,
                count(a.id) FILTER (WHERE a.applied_at >= p.live_at + interval '14 days') AS late
             FROM posting p LEFT JOIN application_reach a ON a.posting_id = p.id AND a.qualified
             WHERE p.board <> 'careers' AND p.live_at IS NOT NULL AND (
                p.ended_at IS NOT NULL OR p.live_at < CAST(:now AS timestamptz) - interval '14 days'
             ) GROUP BY p.id ORDER BY p.live_at, p.id",
            ['now' => $this->clock->now()],
        ));
    }

    /** @return array<string, array{float, float}> visits and applications on a day that a posting stands, by board */
    public function daily(): array
    {
        $daily = [];
        foreach ($this->db->rows(
            "SELECT p.board, sum(d.visits)::float / greatest(1, count(*)) AS visits,
                coalesce(avg(a.finished), 0)::float AS finished
             FROM posting p JOIN posting_day d ON d.posting_id = p.id
             LEFT JOIN LATERAL (
                SELECT count(*)::float / greatest(1, (
                    SELECT count(*) FROM posting_day WHERE posting_id = p.id
                )) AS finished
                FROM application_reach WHERE posting_id = p.id
             ) a ON true
             WHERE p.state IN ('ended', 'withdrawn', 'live') GROUP BY p.board",
        ) as $row) {
            $daily[$row->str('board')] = [$row->floatOrNull('visits') ?? 0.0, $row->floatOrNull('finished') ?? 0.0];
        }

        return $daily;
    }

    public function visits(): int
    {
        return $this->db->int('SELECT coalesce(sum(visits), 0) FROM posting_day');
    }
}
