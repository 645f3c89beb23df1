<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\TeamMember;
use Jorvent\Requisitions\Repository\RequisitionRepository;

/** Who else has a part in a requisition, besides those its brief names. */
final readonly class HiringTeam
{
    public function __construct(
        private Db $db,
        private EntityManagerInterface $entities,
        private RequisitionRepository $requisitions,
        private StaffQuery $staff,
        private ActivityLog $log,
    ) {
    }

    public function add(int $requisition, int $account, TeamPart $part): void
    {
        $this->db->transaction(function () use ($requisition, $account, $part): void {
            $of = $this->requisitions->held($requisition);
            if (!$this->staff->isActive($account)) {
                throw Refused::because('missing', 'account');
            }
            if (null === $this->member($requisition, $account, $part)) {
                $this->entities->persist(new TeamMember($of, $account, $part));
                $this->record('team.added', $requisition, $account, $part);
            }
        });
    }

    public function remove(int $requisition, int $account, TeamPart $part): void
    {
        $this->db->transaction(function () use ($requisition, $account, $part): void {
            $member = $this->member($requisition, $account, $part);
            if (null !== $member) {
                $this->entities->remove($member);
                $this->record('team.removed', $requisition, $account, $part);
            }
        });
    }

    private function member(int $requisition, int $account, TeamPart $part): ?TeamMember
    {
        return $this->entities->find(TeamMember::class, [
            'requisition' => $requisition, 'accountId' => $account, 'part' => $part,
        ]);
    }

    private function record(string $act, int $requisition, int $account, TeamPart $part): void
    {
        $this->log->record($act, 'account', $account, $requisition, change: ['part' => $part->value]);
    }
}
