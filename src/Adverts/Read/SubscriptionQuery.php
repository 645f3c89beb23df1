<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** How the fee of a month falls to the postings that stood at a board during it. */
final readonly class SubscriptionQuery
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /**
     * Each month is shared out among the days that postings stood there.
     *
     * @return array<int, int> thousandths of a month's fee, all months together, by posting
     */
    public function shares(): array
    {
        $shares = [];
        foreach ($this->db->rows(
            "WITH stood AS (
                SELECT p.id, p.board, date_trunc('month', d) AS month, count(*) AS days
                FROM posting p JOIN board b ON b.key = p.board AND b.price ->> 'kind' = 'subscription',
                    generate_series(
                        p.live_at::date, least(coalesce(p.ended_at::date, :today), :today), interval '1 day'
                    ) d
                WHERE p.live_at IS NOT NULL GROUP BY 1, 2, 3
             )
             SELECT id, round(1000 * sum(share)) AS share
             FROM (SELECT id, days / sum(days) OVER (PARTITION BY board, month) AS share FROM stood) x GROUP BY id",
            ['today' => $this->clock->now()->format('Y-m-d')],
        ) as $row) {
            $shares[$row->int('id')] = $row->int('share');
        }

        return $shares;
    }
}
