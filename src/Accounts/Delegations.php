<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Entity\Delegation;
use Jorvent\Accounts\Entity\DelegationKind;
use Jorvent\Accounts\Repository\AccountRepository;
use Jorvent\Accounts\Repository\DelegationRepository;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Who decides for whom: recorded, and ended by either of the two or an admin. */
final readonly class Delegations
{
    public function __construct(
        private DelegationRepository $delegations,
        private AccountRepository $accounts,
        private Db $db,
        private ClockInterface $clock,
        private ActivityLog $log,
    ) {
    }

    public function give(
        int $from,
        int $to,
        DelegationKind $kind,
        \DateTimeImmutable $fromDay,
        \DateTimeImmutable $toDay,
        string $reason,
        int $by,
    ): int {
        return $this->db->transaction(function () use ($from, $to, $kind, $fromDay, $toDay, $reason, $by): int {
            $delegation = new Delegation(
                $this->account($from), $this->account($to), $kind, $fromDay, $toDay, $reason,
                $this->account($by), $this->clock->now(),
            );
            $this->delegations->add($delegation);
            $change = ['from' => $from, 'to' => $to, 'kind' => $kind->value];
            $this->log->record('delegation.given', 'delegation', $delegation->id, change: $change);

            return $delegation->id;
        });
    }

    public function end(int $id, int $by, bool $admin): void
    {
        $this->db->transaction(function () use ($id, $by, $admin): void {
            $delegation = $this->delegations->held($id) ?? throw Refused::because('nothing_to_decide');
            $delegation->end($this->account($by), $admin, $this->clock->now());
            $this->log->record('delegation.ended', 'delegation', $id);
        });
    }

    /**
     * A condition: whether :me decides, on the day :today, what waits for the approver of an approval. What someone
     * asked for or composed they never decide, whoever they stand in for.
     *
     * @param string $approval alias of the table
     */
    public static function decides(string $approval): string
    {
        return "(EXISTS (SELECT 1 FROM acting_for(:me, :today) f WHERE f.id = $approval.approver_id
                AND f.kind IN ('all', CASE WHEN $approval.offer_id IS NULL THEN 'requisitions' ELSE 'offers' END))
            AND NOT EXISTS (
                SELECT 1 FROM requisition_head dr WHERE dr.id = $approval.requisition_id AND dr.requester_id = :me
            )
            AND NOT EXISTS (SELECT 1 FROM offer df WHERE df.id = $approval.offer_id AND df.composed_by = :me))";
    }

    private function account(int $id): Account
    {
        return $this->accounts->find($id) ?? throw Refused::because('missing', 'to');
    }
}
