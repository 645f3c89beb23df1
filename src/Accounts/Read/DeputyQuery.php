<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Read;

use Jorvent\Accounts\Entity\DelegationKind;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

final readonly class DeputyQuery
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return list<DeputyRow> that touch a person and are not over, by their first day */
    public function of(int $account): array
    {
        $rows = $this->db->rows(
            'SELECT d.id, d.kind, d.from_day, d.to_day, d.reason, f.name AS from_name, t.name AS to_name,
                CAST(:today AS date) BETWEEN d.from_day AND d.to_day AS now
             FROM delegation d JOIN account f ON f.id = d.from_id JOIN account t ON t.id = d.to_id
             WHERE :me IN (d.from_id, d.to_id) AND d.ended_at IS NULL AND d.to_day >= :today ORDER BY d.from_day, d.id',
            ['me' => $account, 'today' => $this->clock->now()->format('Y-m-d')],
        );

        return array_map(static fn (Record $r): DeputyRow => new DeputyRow(
            $r->int('id'),
            $r->str('from_name'),
            $r->str('to_name'),
            DelegationKind::from($r->str('kind')),
            new \DateTimeImmutable($r->str('from_day')),
            new \DateTimeImmutable($r->str('to_day')),
            $r->str('reason'),
            $r->bool('now'),
        ), $rows);
    }
}
