<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Calendar\WorkingDays;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Reference\Read\HolidayQuery;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** Reminds who is asked and silent, and asks the post above as well when that does not help; by the working days of the place where the person works. */
#[AsPeriodicTask(60, method: 'run')]
final readonly class ApprovalReminders
{
    public const REMIND_DAYS = 2;
    public const ESCALATE_DAYS = 4;

    public function __construct(private Db $db, private ClockInterface $clock, private Mailing $mailing, private Approvals $approvals, private ActivityLog $log, private HolidayQuery $holidays)
    {
    }

    public function run(): void
    {
        $this->db->transaction(function (): void {
            // one worker at a time is enough, and two would only wait for each other
            if (1 !== $this->db->int('SELECT CASE WHEN pg_try_advisory_xact_lock(72209) THEN 1 ELSE 0 END')) {
                return;
            }
            foreach ($this->approvals->passOn() as $passed) {
                $this->log->record('approval.passed_on', 'approval', $passed, $this->db->int('SELECT requisition_id FROM approval WHERE id = :id', ['id' => $passed]));
            }
            foreach ($this->db->rows(
                "SELECT a.id, a.approver_id, a.asked_at, a.reminded, a.escalated_at, a.offer_id, a.post, a.requisition_id, r.number, r.title, r.unit_id, r.requester_id, p.zone, s.country FROM approval a JOIN requisition r ON r.id = a.requisition_id JOIN account p ON p.id = a.approver_id LEFT JOIN site_place s ON s.id = p.site_id
                 WHERE a.state = 'waiting' AND NOT EXISTS (SELECT 1 FROM approval b WHERE b.requisition_id = a.requisition_id AND b.offer_id IS NOT DISTINCT FROM a.offer_id AND b.state = 'waiting' AND b.rank < a.rank) ORDER BY a.id FOR UPDATE OF a SKIP LOCKED") as $row) {
                $this->look($row);
            }
        });
    }

    private function look(Record $row): void
    {
        $days = (new WorkingDays(new \DateTimeZone($row->str('zone')), $this->holidays($row->strOrNull('country'))))->between($this->turn($row), $this->clock->now());
        $due = intdiv($days, self::REMIND_DAYS);
        if ($due > $row->int('reminded')) {
            $this->db->execute('UPDATE approval SET reminded = :n WHERE id = :id', ['n' => $due, 'id' => $row->int('id')]);
            $this->mailing->toStaff('approval-reminder-'.$row->int('id').'-'.$due, $row->int('approver_id'), \sprintf('Still waiting for you, %d working days: %s R-%d', $days, $row->str('title'), $row->int('number')), $this->approvals->text($row->int('number'), $row->intOrNull('offer_id')), $row->int('requisition_id'));
            $this->log->record('approval.reminded', 'approval', $row->int('id'), $row->int('requisition_id'), change: ['days' => $days]);
        }
        if ($days >= self::ESCALATE_DAYS && null === $row->strOrNull('escalated_at')) {
            $above = $this->above($row);
            if (null === $above) {
                $this->db->execute('UPDATE approval SET escalated_at = :now WHERE id = :id', ['now' => $this->clock->now(), 'id' => $row->int('id')]);
                $this->log->record('approval.nobody_above', 'approval', $row->int('id'), $row->int('requisition_id'));
            } else {
                $this->approvals->escalate($row->int('id'), $above);
                $this->log->record('approval.escalated', 'approval', $row->int('id'), $row->int('requisition_id'), change: ['to' => $above, 'days' => $days]);
            }
        }
    }

    /** When it became this person's turn: when asked, or when the rank before was through. */
    private function turn(Record $row): \DateTimeImmutable
    {
        $before = $this->db->row('SELECT max(b.decided_at) AS at FROM approval a JOIN approval b ON b.requisition_id = a.requisition_id AND b.offer_id IS NOT DISTINCT FROM a.offer_id AND b.round = a.round AND b.rank < a.rank WHERE a.id = :id', ['id' => $row->int('id')])?->instantOrNull('at');

        return max($row->instant('asked_at'), $before ?? $row->instant('asked_at'));
    }

    /** Who holds the same post further up, is someone else, and does not ask for the hire. */
    private function above(Record $row): ?int
    {
        return $this->db->row(
            'SELECT h.account_id FROM post_held h JOIN unit_place u ON u.id = h.unit_id JOIN unit_place mine ON starts_with(mine.path, u.path) JOIN account a ON a.id = h.account_id
             WHERE mine.id = :unit AND h.post = :post AND a.active AND h.account_id NOT IN (:not)
                AND h.account_id NOT IN (SELECT v.approver_id FROM approval v WHERE v.requisition_id = :r AND v.offer_id IS NOT DISTINCT FROM :o AND v.state IN (\'waiting\', \'agreed\'))
                AND h.account_id NOT IN (SELECT o.composed_by FROM offer o WHERE o.id = :o) ORDER BY length(u.path) DESC LIMIT 1',
            ['unit' => $row->int('unit_id'), 'post' => $row->str('post'), 'not' => [$row->int('approver_id'), $row->int('requester_id')], 'r' => $row->int('requisition_id'), 'o' => $row->intOrNull('offer_id')],
        )?->int('account_id');
    }

    /** @return array<string, true> */
    private function holidays(?string $country): array
    {
        return null === $country ? [] : $this->holidays->days($country);
    }
}
