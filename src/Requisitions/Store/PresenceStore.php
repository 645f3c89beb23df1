<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Store;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Who has a brief open now: a counter that each open page writes every few seconds, so one upsert and no entity. */
final readonly class PresenceStore
{
    /** Seconds after which someone who no longer asks counts as gone. */
    private const PRESENT = 25;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return list<string> names of the others who have it open; asking says that one has it open oneself */
    public function others(int $requisition, int $me): array
    {
        $now = $this->clock->now();
        $this->db->execute(
            'INSERT INTO presence (requisition_id, account_id, seen_at) VALUES (:r, :me, :now)
             ON CONFLICT (requisition_id, account_id) DO UPDATE SET seen_at = EXCLUDED.seen_at',
            ['r' => $requisition, 'me' => $me, 'now' => $now],
        );

        return array_map(static fn (Record $r): string => $r->str('name'), $this->db->rows(
            'SELECT a.name FROM presence p JOIN staff_name a ON a.id = p.account_id
             WHERE p.requisition_id = :r AND p.account_id <> :me AND p.seen_at > :since ORDER BY a.name',
            ['r' => $requisition, 'me' => $me, 'since' => $now->modify('-'.self::PRESENT.' seconds')],
        ));
    }
}
