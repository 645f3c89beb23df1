<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Outbox\Outbox;
use Psr\Clock\ClockInterface;

/** Takes an advert down; run inside the caller's transaction or its own. */
final readonly class Withdraw
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Outbox $outbox)
    {
    }

    public function __invoke(int $requisition, ?int $posting = null): void
    {
        $this->db->transaction(function () use ($requisition, $posting): void {
            foreach ($this->db->rows("SELECT id, board, code, external_ref FROM posting WHERE requisition_id = :r AND state IN ('waiting', 'live', 'failed') AND (:p::int IS NULL OR id = :p) ORDER BY id FOR UPDATE", ['r' => $requisition, 'p' => $posting]) as $row) {
                $this->outbox->drop('posting-'.$row->str('code'));
                $away = null !== $row->strOrNull('external_ref');
                $this->db->execute('UPDATE posting SET state = :state, ended_at = :now WHERE id = :id', ['id' => $row->int('id'), 'state' => $away ? 'withdrawing' : 'withdrawn', 'now' => $this->clock->now()]);
                if ($away) {
                    $this->outbox->add('posting_down', 'posting-down-'.$row->str('code'), 'posting', $row->int('id'), ['posting' => $row->int('id')], $requisition);
                }
                $this->log->record('advert.withdrawn', 'posting', $row->int('id'), $requisition, change: ['board' => $row->str('board')]);
            }
        });
    }
}
