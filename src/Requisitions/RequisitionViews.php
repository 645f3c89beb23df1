<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Search\FirstSearch;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Core\Workflow\Stage;
use Jorvent\People\SearchCandidates;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Reads requisitions with the numbers of their process lines: two queries, however many requisitions. */
final readonly class RequisitionViews
{
    private const SQL = <<<'SQL'
        SELECT r.id, r.number, r.title, r.state, r.positions, r.opened_on, r.target_on, r.query, r.criteria, r.musts, r.wishes, r.years_from, r.remote, r.version, r.created_at, r.approved_at, r.filled_at, r.unit_id, r.recruiter_id, r.manager_id, r.requester_id, r.currency,
            u.name AS unit, u.path AS unit_path, s.city, s.zone, m.name AS manager, rec.name AS recruiter, req.name AS requester,
            (SELECT a.name FROM approval v JOIN account a ON a.id = v.approver_id WHERE v.requisition_id = r.id AND v.offer_id IS NULL AND v.state = 'waiting' ORDER BY v.rank LIMIT 1) AS waits_for,
            p.live, p.troubled, p.ends_soon, x.applied, x.kept, x.active, x.stopped, x.over, x.interviewing, x.offering, i.ahead, i.cards_missing, o.offer_state, h.hired
        FROM requisition r JOIN unit_place u ON u.id = r.unit_id JOIN site_place s ON s.id = r.site_id JOIN account m ON m.id = r.manager_id JOIN account rec ON rec.id = r.recruiter_id JOIN account req ON req.id = r.requester_id
        CROSS JOIN LATERAL (SELECT count(*) FILTER (WHERE state = 'live') AS live, count(*) FILTER (WHERE (state = 'refused' AND NOT EXISTS (SELECT 1 FROM posting n WHERE n.requisition_id = posting.requisition_id AND n.board = posting.board AND n.locale = posting.locale AND n.id > posting.id)) OR EXISTS (SELECT 1 FROM delivery b WHERE b.kind = 'posting' AND b.subject_id = posting.id AND b.state = 'failed')) AS troubled,
            count(*) FILTER (WHERE state = 'live' AND until <= CAST(:today AS date) + 2) AS ends_soon FROM posting WHERE requisition_id = r.id) p
        CROSS JOIN LATERAL (SELECT count(*) FILTER (WHERE origin = 'applied') AS applied, count(*) FILTER (WHERE origin = 'sourced') AS kept, count(*) FILTER (WHERE state = 'active') AS active,
            count(*) FILTER (WHERE state = 'active' AND knock_out = 'failed') AS stopped, count(*) FILTER (WHERE state = 'active' AND stage = 'interview') AS interviewing, count(*) FILTER (WHERE state = 'active' AND stage = 'offer') AS offering,
            count(*) FILTER (WHERE state = 'active' AND entered_at < CAST(:now AS timestamptz) - (CASE stage WHEN 'new' THEN 2 WHEN 'screening' THEN 3 WHEN 'first_call' THEN 3 WHEN 'interview' THEN 7 WHEN 'decision' THEN 2 ELSE 14 END + 1) * interval '1 day') AS over
            FROM application WHERE requisition_id = r.id) x
        CROSS JOIN LATERAL (SELECT count(*) FILTER (WHERE lower(i.during) > :now) AS ahead,
            coalesce(sum((SELECT count(*) FROM interview_seat t WHERE t.interview_id = i.id AND NOT EXISTS (SELECT 1 FROM scorecard c WHERE c.interview_id = i.id AND c.account_id = t.account_id AND c.submitted_at IS NOT NULL))) FILTER (WHERE upper(i.during) < :now), 0) AS cards_missing
            FROM interview i JOIN application a ON a.id = i.application_id WHERE a.requisition_id = r.id AND i.state = 'booked') i
        LEFT JOIN LATERAL (SELECT f.state AS offer_state FROM offer f JOIN application a ON a.id = f.application_id WHERE a.requisition_id = r.id AND f.state IN ('draft', 'asked', 'agreed', 'sent') ORDER BY f.id DESC LIMIT 1) o ON true
        CROSS JOIN LATERAL (SELECT count(*) AS hired FROM hire h JOIN application a ON a.id = h.application_id WHERE a.requisition_id = r.id AND h.fell_through_at IS NULL) h
        SQL;

    public function __construct(private Db $db, private ClockInterface $clock, private SearchCandidates $search)
    {
    }

    public function byNumber(int $number): RequisitionView
    {
        return $this->views('WHERE r.number = :number', ['number' => $number])[0] ?? throw new NotFoundHttpException();
    }

    /**
     * @param string               $where      may use r, u, s, m, rec, req
     * @param array<string, mixed> $parameters
     *
     * @return list<RequisitionView>
     */
    public function views(string $where, array $parameters, string $order = 'ORDER BY r.number DESC', int $limit = 50): array
    {
        $now = $this->clock->now();
        $sql = self::SQL.' '.$where.' '.$order.' LIMIT '.$limit;
        $parameters = [...$parameters, 'now' => $now, 'today' => $now->format('Y-m-d')];
        $plain = array_filter($parameters, static fn (mixed $v): bool => \is_int($v) || \is_string($v) || \is_bool($v) || $v instanceof \DateTimeInterface);
        // so many tables take longer to plan than to read; a list in an IN can not be planned ahead
        $rows = \count($plain) === \count($parameters) ? $this->db->planned($sql, $plain) : $this->db->rows($sql, $parameters);
        $matching = $this->matching($rows);

        return array_map(fn (Record $r): RequisitionView => new RequisitionView($r, $this->stations($r, $matching[$r->int('id')] ?? null)), $rows);
    }

    /**
     * How many own candidates each requisition's last search finds; of one by itself, before anyone searched, what its brief asks for.
     *
     * @param list<Record> $rows
     *
     * @return array<int, int>
     */
    private function matching(array $rows): array
    {
        // requisitions of one kind often begin with the same search: each is counted once
        $queries = $ids = [];
        foreach ($rows as $row) {
            $search = Search::fromArray(['text' => $row->str('query'), 'criteria' => $row->json('criteria')]);
            $search = $search->isEmpty() && 1 === \count($rows) ? FirstSearch::of($row->strings('musts'), $row->strings('wishes'), $row->intOrNull('years_from'), 'fully' === $row->strOrNull('remote') ? null : $row->strOrNull('city')) : $search;
            $key = json_encode($search->toArray(), \JSON_THROW_ON_ERROR);
            if (!$search->isEmpty()) {
                $queries[$key] = $search;
                $ids[$key][] = $row->int('id');
            }
        }
        $counts = [];
        foreach ($this->search->totals(array_values($queries)) as $i => $people) {
            foreach (array_values($ids)[$i] as $requisition) {
                $counts[$requisition] = $people;
            }
        }

        return $counts;
    }

    /** @return list<Station> */
    private function stations(Record $r, ?int $matching): array
    {
        $state = RequisitionState::from($r->str('state'));
        $done = $state->isUnderWay() || RequisitionState::Filled === $state;
        $brief = match ($state) {
            RequisitionState::OnHold => ['brief_on_hold', [], 'soon'],
            RequisitionState::Cancelled => ['brief_cancelled', [], 'set_aside'],
            RequisitionState::Approved, RequisitionState::Filled => ['brief_approved', ['day' => $r->instantOrNull('approved_at')?->format('j M') ?? ''], null],
            RequisitionState::Asked => ['brief_asked', ['name' => $r->strOrNull('waits_for') ?? ''], 'needs'],
            RequisitionState::SentBack => ['brief_sent_back', [], 'late'],
            RequisitionState::Declined => ['brief_declined', [], 'set_aside'],
            default => ['brief_draft', [], null],
        };
        $adverts = match (true) {
            $r->int('troubled') > 0 => ['adverts_troubled', ['count' => $r->int('troubled')], 'late'],
            $r->int('ends_soon') > 0 => ['adverts_ending', ['count' => $r->int('ends_soon')], 'soon'],
            $r->int('live') > 0 => ['adverts_live', [], null],
            default => [$done ? 'adverts_none' : 'adverts_waiting', [], null],
        };
        $pipeline = match (true) {
            $r->int('stopped') > 0 => ['pipeline_stopped', ['count' => $r->int('stopped')], 'late'],
            $r->int('over') > 0 => ['pipeline_over', ['count' => $r->int('over')], 'late'],
            $r->int('active') > 0 => ['pipeline_in_time', [], null],
            default => ['nothing', [], null],
        };
        $interviews = match (true) {
            $r->int('cards_missing') > 0 => ['cards_missing', ['count' => $r->int('cards_missing')], 'soon'],
            $r->int('ahead') > 0 => ['interviews_ahead', ['count' => $r->int('ahead')], null],
            default => ['nothing', [], null],
        };
        $offer = $r->strOrNull('offer_state');
        $target = $r->instantOrNull('target_on');

        return [
            new Station('brief', $done ? '✓' : (RequisitionState::Declined === $state ? '×' : '…'), $brief[0], $brief[1], $brief[2], 0),
            new Station('adverts', (string) $r->int('live'), $adverts[0], $adverts[1], $adverts[2], $r->int('applied'), 'applied', $r->int('applied')),
            new Station('sourcing', null === $matching ? '–' : (string) $matching, 'sourcing_kept', ['count' => $r->int('kept')], null, $r->int('applied') + $r->int('kept'), 'kept', $r->int('kept')),
            new Station('pipeline', (string) $r->int('active'), $pipeline[0], $pipeline[1], $pipeline[2], $r->int('interviewing') + $r->int('offering') + $r->int('hired'), 'in interviews', $r->int('interviewing')),
            new Station('interviews', (string) $r->int('interviewing'), $interviews[0], $interviews[1], $interviews[2], $r->int('offering') + $r->int('hired'), 'chosen', $r->int('offering')),
            new Station('offer', (string) $r->int('offering'), null === $offer ? 'nothing' : 'offer_'.$offer, [], 'asked' === $offer ? 'needs' : ('agreed' === $offer ? 'soon' : null), $r->int('hired'), 'signed', $r->int('hired')),
            new Station('outcome', $r->int('hired').'/'.$r->int('positions'), RequisitionState::Filled === $state ? 'outcome_filled' : (null === $target ? 'nothing' : 'outcome_by'), ['day' => (RequisitionState::Filled === $state ? $r->instant('filled_at') : $target)?->format('j M') ?? ''], null, 0),
        ];
    }

    /** @return list<Stage> the stages a pipeline shows */
    public static function stages(): array
    {
        return array_values(array_filter(Stage::cases(), static fn (Stage $s): bool => Stage::Hired !== $s));
    }
}
