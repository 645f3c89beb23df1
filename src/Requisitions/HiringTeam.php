<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** Who else has a part in a requisition, besides those its brief names. */
final readonly class HiringTeam
{
    public const PARTS = ['recruiter', 'coordinator', 'manager', 'interviewer', 'observer'];

    public function __construct(private Db $db, private ActivityLog $log)
    {
    }

    public function add(int $requisition, int $account, string $part): void
    {
        if (!\in_array($part, self::PARTS, true) || 0 === $this->db->int('SELECT count(*) FROM account WHERE id = :id AND active', ['id' => $account])) {
            throw Refused::because('missing', 'account');
        }
        $this->db->transaction(function () use ($requisition, $account, $part): void {
            if (1 === $this->db->execute('INSERT INTO team_member (requisition_id, account_id, part) VALUES (:r, :a, :p) ON CONFLICT DO NOTHING', ['r' => $requisition, 'a' => $account, 'p' => $part])) {
                $this->log->record('team.added', 'account', $account, $requisition, change: ['part' => $part]);
            }
        });
    }

    public function remove(int $requisition, int $account, string $part): void
    {
        if (!\in_array($part, self::PARTS, true)) {
            throw Refused::because('missing', 'account');
        }
        $this->db->transaction(function () use ($requisition, $account, $part): void {
            if (1 === $this->db->execute('DELETE FROM team_member WHERE requisition_id = :r AND account_id = :a AND part = :p', ['r' => $requisition, 'a' => $account, 'p' => $part])) {
                $this->log->record('team.removed', 'account', $account, $requisition, change: ['part' => $part]);
            }
        });
    }

    /** @return list<Record> account_id, name, part */
    public function of(int $requisition): array
    {
        return $this->db->rows('SELECT m.account_id, a.name, m.part FROM team_member m JOIN account a ON a.id = m.account_id WHERE m.requisition_id = :r ORDER BY a.name, m.part', ['r' => $requisition]);
    }
}
