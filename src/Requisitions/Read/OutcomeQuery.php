<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Core\Reporting\Days;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** How a requisition came to where it stands, and what came of it. */
final readonly class OutcomeQuery
{
    private const STEPS = 30;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return list<PathRow> the newest first */
    public function path(int $requisition): array
    {
        return array_map(static fn (Record $r): PathRow => new PathRow(
            $r->instant('at'),
            $r->str('act'),
            $r->strOrNull('actor'),
            $r->strOrNull('on_behalf_of'),
            $r->strOrNull('said'),
        ), $this->db->rows(
            "SELECT e.at, e.act, a.name AS actor, b.name AS on_behalf_of,
                coalesce(e.change ->> 'reason', e.change ->> 'note') AS said
             FROM log_entry e LEFT JOIN staff_name a ON a.id = e.actor_id
             LEFT JOIN staff_name b ON b.id = e.on_behalf_of_id
             WHERE e.requisition_id = :r AND (e.act LIKE 'requisition.%' OR e.act IN (
                'brief.asked', 'brief.agreed', 'brief.sent_back', 'brief.declined', 'brief.taken_back'
             )) ORDER BY e.id DESC LIMIT ".self::STEPS,
            ['r' => $requisition],
        ));
    }

    /** @return list<HireRow> in the order they signed */
    public function hires(int $requisition): array
    {
        return array_map(static fn (Record $r): HireRow => new HireRow(
            id: $r->int('id'),
            candidateId: $r->int('candidate_id'),
            name: $r->str('name'),
            signedAt: $r->instant('signed_at'),
            appliedAt: $r->instant('applied_at'),
            firstDay: $r->instantOrNull('first_day'),
            pay: $r->int('base'),
            currency: $r->str('currency'),
            recordNumber: $r->strOrNull('record_number'),
            report: null === $r->intOrNull('delivery_id') ? null : new ReportRow(
                $r->int('delivery_id'), $r->str('state'), $r->int('attempts'), $r->strOrNull('last_error'),
            ),
            fellThrough: $r->strOrNull('fell_through_reason'),
        ), $this->db->rows(
            "SELECT h.id, h.signed_at, h.first_day, h.record_number, h.fell_through_reason, c.id AS candidate_id,
                c.name, p.applied_at, o.base, o.currency, b.id AS delivery_id, b.state, b.attempts, b.last_error
             FROM hire h JOIN application p ON p.id = h.application_id JOIN candidate c ON c.id = p.candidate_id
             JOIN offer o ON o.id = h.offer_id LEFT JOIN delivery b ON b.key = 'hire-' || h.id
             WHERE p.requisition_id = :r ORDER BY h.signed_at, h.id",
            ['r' => $requisition],
        ));
    }

    /** @return list<StageDays> in the order of the stages */
    public function stages(int $requisition): array
    {
        $days = [];
        foreach ($this->db->rows(
            'SELECT v.stage, CAST(extract(epoch FROM coalesce(v.left_at, :now) - v.entered_at) / 86400 AS int) AS days
             FROM stage_visit v JOIN application p ON p.id = v.application_id WHERE p.requisition_id = :r',
            ['r' => $requisition, 'now' => $this->clock->now()],
        ) as $row) {
            $days[$row->str('stage')][] = $row->int('days');
        }

        return array_map(static fn (Stage $stage): StageDays => new StageDays(
            $stage, Days::median($days[$stage->value] ?? []), \count($days[$stage->value] ?? []),
        ), Stage::ofPipeline());
    }

    /** @return list<WaitingRow> by name */
    public function waiting(int $requisition): array
    {
        return array_map(static fn (Record $r): WaitingRow => new WaitingRow($r->str('name')), $this->db->rows(
            "SELECT c.name FROM application p JOIN candidate c ON c.id = p.candidate_id
             WHERE p.requisition_id = :r AND p.state = 'active' ORDER BY c.name",
            ['r' => $requisition],
        ));
    }

    /** @return list<SourceRow> with the most applications first */
    public function sources(int $requisition): array
    {
        return array_map(static fn (Record $r): SourceRow => new SourceRow(
            $r->str('source'), $r->int('visits'), $r->int('applied'), $r->int('further'), $r->int('hired'),
        ), $this->db->rows(
            "SELECT coalesce(b.board, 'sourced') AS source, count(*) AS applied,
                count(*) FILTER (WHERE p.stage NOT IN ('new', 'screening')) AS further,
                count(*) FILTER (WHERE p.state = 'hired') AS hired, coalesce((
                    SELECT sum(d.visits) FROM posting_visits d
                    WHERE d.requisition_id = :r AND d.board = b.board
                ), 0) AS visits
             FROM application p LEFT JOIN posting_head b ON b.id = p.posting_id
             WHERE p.requisition_id = :r GROUP BY b.board ORDER BY applied DESC",
            ['r' => $requisition],
        ));
    }
}
