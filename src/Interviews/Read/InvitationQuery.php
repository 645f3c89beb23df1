<?php

declare(strict_types=1);

namespace Jorvent\Interviews\Read;

use Jorvent\Core\Messages\Addressee;
use Jorvent\Core\Workflow\InterviewState;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Read\JobName;
use Psr\Clock\ClockInterface;

/** Interviews for the candidates who are invited to them. */
final readonly class InvitationQuery
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    public function of(int $interview): ?OfferedInterview
    {
        $row = $this->db->row(
            "SELECT i.id, i.state, i.minutes, i.place, lower(i.during) AS starts, c.zone, c.locale, r.number,
                r.title, r.unit_id, s.city,
                (
                    SELECT string_agg(a.name, ', ' ORDER BY a.name)
                    FROM interview_seat t JOIN staff_name a ON a.id = t.account_id WHERE t.interview_id = i.id
                ) AS seats
             FROM interview i
             JOIN person_head c ON c.id = i.candidate_id
             JOIN application_head p ON p.id = i.application_id
             JOIN requisition_head r ON r.id = p.requisition_id
             JOIN site_place s ON s.id = r.site_id
             WHERE i.id = :id",
            ['id' => $interview],
        );

        return null === $row ? null : new OfferedInterview(
            $row->int('id'),
            InterviewState::from($row->str('state')),
            $row->int('minutes'),
            $row->str('place'),
            $row->instantOrNull('starts'),
            $row->strOrNull('seats') ?? '',
            new Addressee($row->str('locale'), $row->str('zone')),
            new JobName($row->int('number'), $row->str('title'), $row->str('city'), $row->int('unit_id')),
        );
    }

    /** @return list<\DateTimeImmutable> offered times to come at which all who interview are still free */
    public function times(int $interview): array
    {
        return array_map(static fn (Record $row): \DateTimeImmutable => $row->instant('starts_at'), $this->db->rows(
            "SELECT l.starts_at FROM interview_slot l JOIN interview i ON i.id = l.interview_id
             WHERE l.interview_id = :id AND l.starts_at > :now AND NOT EXISTS (
                SELECT 1 FROM interview_seat t
                JOIN interview_seat mine ON mine.account_id = t.account_id AND mine.interview_id = :id
                WHERE t.interview_id <> :id
                    AND t.during && tstzrange(l.starts_at, l.starts_at + i.minutes * interval '1 minute')
             ) ORDER BY l.starts_at",
            ['id' => $interview, 'now' => $this->clock->now()],
        ));
    }

    /** Whether a time was offered, free or not. */
    public function isOffered(int $interview, \DateTimeImmutable $start): bool
    {
        return null !== $this->db->row(
            'SELECT 1 AS one FROM interview_slot WHERE interview_id = :id AND starts_at = :at',
            ['id' => $interview, 'at' => $start],
        );
    }

    /** When the next interview of an application begins that is booked. */
    public function next(int $application): ?\DateTimeImmutable
    {
        return $this->db->row(
            "SELECT min(lower(during)) AS at FROM interview
             WHERE application_id = :id AND state = 'booked' AND lower(during) > :now",
            ['id' => $application, 'now' => $this->clock->now()],
        )?->instantOrNull('at');
    }
}
