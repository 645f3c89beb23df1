<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Calendar\WorkingDays;
use Jorvent\Platform\Database\Db;
use Jorvent\Reference\Read\HolidayQuery;
use Jorvent\Requisitions\Entity\Approval;
use Jorvent\Requisitions\Read\ApprovalQuery;
use Jorvent\Requisitions\Read\TurnRow;
use Jorvent\Requisitions\Repository\ApprovalRepository;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/**
 * Reminds who is asked and silent, and asks the post above as well when that does not help, by the working days of the
 * place where the person works. Whoever can not decide is replaced.
 */
#[AsPeriodicTask(60, method: 'run')]
final readonly class ApprovalReminders
{
    public const REMIND_DAYS = 2;
    public const ESCALATE_DAYS = 4;
    private const LOCK = 72209;

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private Approvals $asking,
        private ApprovalRepository $approvals,
        private ApprovalQuery $query,
        private TellApprovers $tell,
        private ActivityLog $log,
        private HolidayQuery $holidays,
    ) {
    }

    public function run(): void
    {
        $this->db->transaction(function (): void {
            // one worker at a time is enough, and two would only wait for each other
            if (1 !== $this->db->int('SELECT CASE WHEN pg_try_advisory_xact_lock('.self::LOCK.') THEN 1 ELSE 0 END')) {
                return;
            }
            foreach ($this->query->stranded() as $id) {
                $this->passOn($id);
            }
            foreach ($this->query->turns() as $turn) {
                $this->look($turn);
            }
        });
    }

    private function passOn(int $id): void
    {
        $approval = $this->approvals->held($id);
        if (null !== $approval && $approval->isWaiting() && $this->asking->passOn($approval)) {
            $this->log->record('approval.passed_on', 'approval', $id, $approval->requisition->id);
        }
    }

    private function look(TurnRow $turn): void
    {
        $approval = $this->approvals->held($turn->approval);
        if (null === $approval || !$approval->isWaiting()) {
            return;
        }
        $days = $this->days($turn, $approval);
        $due = intdiv($days, self::REMIND_DAYS);
        if ($due > $approval->reminded()) {
            $approval->remind($due);
            $this->tell->reminder($approval, $days);
            $this->record('approval.reminded', $approval, ['days' => $days]);
        }
        if ($days < self::ESCALATE_DAYS || $approval->isEscalated()) {
            return;
        }
        $to = $this->asking->escalate($approval);
        null === $to
            ? $this->record('approval.nobody_above', $approval)
            : $this->record('approval.escalated', $approval, ['to' => $to, 'days' => $days]);
    }

    /** Working days since it became this person's turn. */
    private function days(TurnRow $turn, Approval $approval): int
    {
        $holidays = null === $turn->country ? [] : $this->holidays->days($turn->country);
        $working = new WorkingDays(new \DateTimeZone($turn->zone), $holidays);

        return $working->between($approval->turn($turn->before), $this->clock->now());
    }

    /** @param array<string, int> $change */
    private function record(string $act, Approval $approval, array $change = []): void
    {
        $this->log->record($act, 'approval', $approval->id, $approval->requisition->id, change: $change);
    }
}
