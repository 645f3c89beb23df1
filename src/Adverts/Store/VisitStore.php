<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Store;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Counts visits of postings by day. A counter that every view of an opening raises: one upsert, no entity. */
final readonly class VisitStore
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** Someone came to an opening by this posting. */
    public function visited(int $posting): void
    {
        $this->db->execute(
            'INSERT INTO posting_day (posting_id, day, visits) VALUES (:posting, :day, 1)
             ON CONFLICT (posting_id, day) DO UPDATE SET visits = posting_day.visits + 1',
            ['posting' => $posting, 'day' => $this->clock->now()->format('Y-m-d')],
        );
    }

    /** Someone who came by this posting has begun to apply. */
    public function started(int $posting): void
    {
        $this->db->execute(
            'INSERT INTO posting_day (posting_id, day, started) VALUES (:posting, :day, 1)
             ON CONFLICT (posting_id, day) DO UPDATE SET started = posting_day.started + 1',
            ['posting' => $posting, 'day' => $this->clock->now()->format('Y-m-d')],
        );
    }
}
