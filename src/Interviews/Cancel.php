<?php

declare(strict_types=1);

namespace Jorvent\Interviews;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Interval;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Messages\Mailing;
use Jorvent\Pipeline\Situations;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;

/** Calls an interview off: the hour is free again at once, every calendar is told, the link no longer opens. */
final readonly class Cancel
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Mailing $mailing, private GuestLinks $links, private Situations $situations, private Deliveries $deliveries)
    {
    }

    /** @param bool $tell whether the candidate is told; interviewers are, whenever it was booked */
    public function __invoke(int $id, bool $tell = true): void
    {
        $this->db->transaction(function () use ($id, $tell): void {
            $row = $this->db->row(
                'SELECT i.state, i.application_id, i.title, i.place, i.uid, i.sequence, i.candidate_id, lower(i.during) AS starts, upper(i.during) AS ends, p.requisition_id, c.name AS candidate, r.title AS opening, o.email AS organiser,
                    EXISTS (SELECT 1 FROM scorecard s WHERE s.interview_id = i.id AND s.submitted_at IS NOT NULL) AS scored
                 FROM interview i JOIN application p ON p.id = i.application_id JOIN candidate c ON c.id = i.candidate_id JOIN requisition_head r ON r.id = p.requisition_id JOIN account o ON o.id = i.organiser_id WHERE i.id = :id FOR UPDATE OF i',
                ['id' => $id],
            ) ?? throw Refused::because('interview_gone');
            $this->situations->check(HiringAct::CancelInterview, $row->int('application_id'), interview: $id);
            if ($row->bool('scored')) {
                throw Refused::because('interview_gone');
            }
            $this->db->execute("UPDATE interview SET state = 'cancelled', sequence = sequence + 1 WHERE id = :id", ['id' => $id]);
            $seats = $this->db->rows('SELECT a.id, a.email, a.name FROM interview_seat s JOIN account a ON a.id = s.account_id WHERE s.interview_id = :id ORDER BY a.id', ['id' => $id]);
            $this->db->execute('UPDATE interview_seat SET during = NULL WHERE interview_id = :id', ['id' => $id]);
            $this->links->revoke(LinkPurpose::Book, $id);
            // what was not sent yet is not sent: neither the link nor an invitation
            $this->deliveries->drop('pick-time-'.$id.'-');
            $this->deliveries->drop('interview-'.$id.'-');
            $this->log->record('interview.cancelled', 'interview', $id, $row->int('requisition_id'), $row->int('candidate_id'));
            if ('booked' !== $row->str('state')) {
                return;
            }
            $ics = Invitation::write('CANCEL', $row->str('uid'), $row->int('sequence') + 1, $row->str('title').': '.$row->str('candidate'), $row->str('opening'), $row->str('place'), new Interval($row->instant('starts'), $row->instant('ends')), $row->str('organiser'), [], $this->clock->now());
            foreach ($seats as $seat) {
                $this->mailing->toStaff("interview-$id-off-".$seat->int('id'), $seat->int('id'), 'Called off: '.$row->str('title').', '.$row->str('candidate'), 'The interview with '.$row->str('candidate').' for '.$row->str('opening').' is called off. Your calendar is told.', $row->int('requisition_id'), $ics, 'CANCEL', about: $row->int('candidate_id'));
            }
            if (!$tell) {
                return;
            }
            $this->mailing->toCandidate("interview-$id-off-candidate", $row->int('candidate_id'), $row->int('requisition_id'), $this->mailing->templateFor('interview_off', $row->int('candidate_id')), [], $ics, 'CANCEL');
        });
    }
}
