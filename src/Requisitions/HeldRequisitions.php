<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Accounts\HeldWork;
use Jorvent\Accounts\SignIn\DecidesSomething;
use Jorvent\Platform\Database\Db;

/** Requisitions someone plays a part in, and approvals that wait for them. */
final readonly class HeldRequisitions implements HeldWork, DecidesSomething
{
    private const OPEN = "state NOT IN ('filled', 'declined', 'cancelled')";
    private const PARTS = ['recruiter_id', 'manager_id', 'requester_id', 'partner_id'];

    public function __construct(private Db $db)
    {
    }

    public function of(int $account): array
    {
        $parts = 'recruiter_id, manager_id, requester_id';

        return [
            'requisitions' => $this->db->int('SELECT count(*) FROM requisition WHERE '.self::OPEN." AND :id IN ($parts)", ['id' => $account]),
            'approvals' => $this->waiting($account),
        ];
    }

    public function handOver(int $from, int $to): void
    {
        $ids = ['from' => $from, 'to' => $to];
        foreach (self::PARTS as $part) {
            $this->db->execute("UPDATE requisition SET $part = :to WHERE $part = :from AND ".self::OPEN, $ids);
        }
        $this->db->execute("UPDATE approval SET approver_id = :to WHERE approver_id = :from AND state = 'waiting'", $ids);
    }

    public function decides(int $account): bool
    {
        return 0 !== $this->waiting($account);
    }

    private function waiting(int $account): int
    {
        return $this->db->int("SELECT count(*) FROM approval WHERE approver_id = :id AND state = 'waiting'", ['id' => $account]);
    }
}
