<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\Message\TellBoard;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** Begins what was planned for today, ends what ran to its last day by the calendar of the site, and lets rest what used up its budget. */
#[AsPeriodicTask(60, method: 'run')]
final readonly class PostingClock
{
    public function __construct(private Db $db, private ClockInterface $clock, private Deliveries $deliveries, private ActivityLog $log, private AdvertDesk $desk)
    {
    }

    public function run(): void
    {
        $this->desk->restSpent();
        $this->db->transaction(function (): void {
            $now = $this->clock->now();
            foreach ($this->db->rows("SELECT p.id, p.code, p.board, p.requisition_id, p.wishes, p.state FROM posting p JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id
                WHERE (p.state = 'planned' AND p.want <> 'down' AND r.state = 'approved' AND p.from_on <= CAST(CAST(:now AS timestamptz) AT TIME ZONE s.zone AS date)) OR (p.state IN ('asked', 'live', 'paused') AND p.until < CAST(CAST(:now AS timestamptz) AT TIME ZONE s.zone AS date)) ORDER BY p.id FOR UPDATE OF p SKIP LOCKED", ['now' => $now]) as $row) {
                $begins = 'planned' === $row->str('state');
                $own = Boards::CAREERS === $row->str('board');
                $this->db->execute('UPDATE posting SET state = :s, live_at = CASE WHEN :live THEN :now ELSE live_at END, ended_at = CASE WHEN :ended THEN CAST(:now AS timestamptz) END WHERE id = :id', ['s' => $begins ? ($own ? 'live' : 'waiting') : 'ended', 'live' => $begins && $own, 'ended' => !$begins, 'now' => $now, 'id' => $row->int('id')]);
                if ($begins && !$own) {
                    $about = new About('posting', $row->int('id'), $row->int('requisition_id'));
                    $this->deliveries->add(new TellBoard($row->int('id')), 'posting-'.$row->str('code').'-'.$row->int('wishes'), $about);
                }
                $this->log->record($begins ? 'advert.begun' : 'advert.ended', 'posting', $row->int('id'), $row->int('requisition_id'), change: ['board' => $row->str('board')]);
            }
        });
    }
}
