<?php

declare(strict_types=1);

namespace Jorvent\Interviews;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Interval;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Messages\Mailing;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Pipeline\Applications;
use Jorvent\Pipeline\Situations;
use Jorvent\Pipeline\StageVisits;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Books an interview at a time. That nobody sits in two at once is the database's exclusion constraint; here its "no" becomes a sentence. */
final readonly class Book
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Mailing $mailing, private BrandQuery $brands, private Applications $applications, private StageVisits $visits, private Situations $situations)
    {
    }

    public function __invoke(int $interview, \DateTimeImmutable $start): void
    {
        $this->db->transaction(fn () => $this->book($interview, $start));
    }

    private function book(int $id, \DateTimeImmutable $start): void
    {
        $row = $this->db->row('SELECT i.*, p.requisition_id FROM interview i JOIN application p ON p.id = i.application_id WHERE i.id = :id FOR UPDATE OF i', ['id' => $id]) ?? throw Refused::because('interview_gone');
        $this->situations->check(HiringAct::BookInterview, $row->int('application_id'), interview: $id);
        if ($start <= $this->clock->now()) {
            throw Refused::because('time_has_passed', 'when');
        }
        $during = new Interval($start, $start->modify('+'.$row->int('minutes').' minutes'));
        $range = ['id' => $id, 'from' => $during->start, 'to' => $during->end];
        $this->db->execute('UPDATE interview_seat SET during = tstzrange(:from, :to) WHERE interview_id = :id', $range);
        $this->db->execute("UPDATE interview SET state = 'booked', during = tstzrange(:from, :to) WHERE id = :id", $range);
        $application = $this->applications->lock($row->int('application_id'));
        if ($application->stage->isBefore(Stage::Interview)) {
            $from = $application->stage;
            $application->enter(Stage::Interview, $this->clock->now());
            $this->visits->enter($application->id, Stage::Interview);
            $this->log->record('application.moved', 'application', $application->id, $application->requisitionId, $application->candidateId, ['before' => $from->value, 'after' => Stage::Interview->value]);
        }
        $this->log->record('interview.booked', 'interview', $id, $row->int('requisition_id'), $row->int('candidate_id'), ['start' => $start->format('c'), 'minutes' => $row->int('minutes')]);
        $this->invite($id, $during);
    }

    /** Tells everyone, each with a calendar entry of their own. */
    private function invite(int $id, Interval $during): void
    {
        $row = $this->db->row(
            'SELECT i.title, i.place, i.uid, i.sequence, i.minutes, i.candidate_id, p.requisition_id, c.name AS candidate, c.email, c.zone, c.locale, r.title AS opening, r.unit_id, o.email AS organiser
             FROM interview i JOIN application p ON p.id = i.application_id JOIN candidate c ON c.id = i.candidate_id JOIN requisition_head r ON r.id = p.requisition_id JOIN account o ON o.id = i.organiser_id WHERE i.id = :id',
            ['id' => $id],
        ) ?? throw new \LogicException('No such interview.');
        $seats = $this->db->rows('SELECT a.id, a.name, a.email, a.zone FROM interview_seat s JOIN account a ON a.id = s.account_id WHERE s.interview_id = :id ORDER BY a.id', ['id' => $id]);
        $names = implode(', ', array_map(static fn ($s): string => $s->str('name'), $seats));
        $attendees = array_filter([...array_combine(array_map(static fn ($s): string => $s->str('email'), $seats), array_map(static fn ($s): string => $s->str('name'), $seats)), (string) $row->strOrNull('email') => $row->str('candidate')], static fn (string $k): bool => '' !== $k, \ARRAY_FILTER_USE_KEY);
        $write = fn (string $summary, string $description): string => Invitation::write('REQUEST', $row->str('uid'), $row->int('sequence'), $summary, $description, $row->str('place'), $during, $row->str('organiser'), $attendees, $this->clock->now());
        foreach ($seats as $seat) {
            $when = $during->start->setTimezone(new \DateTimeZone($seat->str('zone')))->format('D j M Y, H:i').' ('.$seat->str('zone').')';
            $this->mailing->toStaff("interview-$id-".$row->int('sequence').'-'.$seat->int('id'), $seat->int('id'), $row->str('title').': '.$row->str('candidate').', '.$row->str('opening'), "You interview {$row->str('candidate')} for {$row->str('opening')}.\n\n$when, {$row->int('minutes')} minutes\n{$row->str('place')}\nWith: $names\n\nThe resume and your scorecard wait on your Today page.", $row->int('requisition_id'), $write($row->str('title').': '.$row->str('candidate'), $row->str('opening').', with '.$names), about: $row->int('candidate_id'));
        }
        $zone = new \DateTimeZone($row->str('zone'));
        $formatter = new \IntlDateFormatter($row->str('locale'), \IntlDateFormatter::FULL, \IntlDateFormatter::SHORT, $zone);
        $this->mailing->toCandidate("interview-$id-".$row->int('sequence').'-candidate', $row->int('candidate_id'), $row->int('requisition_id'), $this->mailing->template('interview', $row->str('locale')), [
            'when' => $formatter->format($during->start).' ('.$zone->getName().')', 'minutes' => (string) $row->int('minutes'), 'where' => '' === $row->str('place') ? '–' : $row->str('place'), 'with' => $names,
        ], $write($row->str('title').', '.$this->brands->ofUnit($row->int('unit_id'))->name, $row->str('opening')));
    }
}
