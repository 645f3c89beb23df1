<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Core\Search\FirstSearch;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\CountsPeople;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Reads requisitions with the numbers of their process lines: two queries, however many requisitions. */
final readonly class RequisitionQuery
{
    private const SQL = <<<'SQL'
        SELECT r.id, r.number, r.title, r.state, r.positions, r.opened_on, r.target_on, r.query, r.criteria, r.musts,
            r.wishes, r.years_from, r.remote, r.version, r.created_at, r.approved_at, r.filled_at, r.unit_id,
            r.recruiter_id, r.manager_id, r.requester_id, r.currency, u.name AS unit, u.path AS unit_path, s.city,
            s.zone, m.name AS manager, rec.name AS recruiter, req.name AS requester, (
                SELECT a.name FROM approval v JOIN staff_name a ON a.id = v.approver_id
                WHERE v.requisition_id = r.id AND v.offer_id IS NULL AND v.state = 'waiting' ORDER BY v.rank LIMIT 1
            ) AS waits_for, p.live, p.troubled, p.ends_soon, x.applied, x.kept, x.active, x.stopped, x.over,
            x.interviewing, x.offering, i.ahead, i.cards_missing, o.offer_state, h.hired
        FROM requisition r JOIN unit_place u ON u.id = r.unit_id JOIN site_place s ON s.id = r.site_id
        JOIN staff_name m ON m.id = r.manager_id JOIN staff_name rec ON rec.id = r.recruiter_id
        JOIN staff_name req ON req.id = r.requester_id
        CROSS JOIN LATERAL (
            SELECT count(*) FILTER (WHERE state = 'live') AS live,
                count(*) FILTER (
                    WHERE (state = 'refused' AND NOT EXISTS (
                        SELECT 1 FROM posting_head n WHERE n.requisition_id = g.requisition_id
                            AND n.board = g.board AND n.locale = g.locale AND n.id > g.id
                    )) OR EXISTS (
                        SELECT 1 FROM delivery b
                        WHERE b.kind = 'posting' AND b.subject_id = g.id AND b.state = 'failed'
                    )
                ) AS troubled,
                count(*) FILTER (WHERE state = 'live' AND until <= CAST(:today AS date) + 2) AS ends_soon
            FROM posting_head g WHERE requisition_id = r.id
        ) p
        CROSS JOIN LATERAL (
            SELECT count(*) FILTER (WHERE origin = 'applied') AS applied,
                count(*) FILTER (WHERE origin = 'sourced') AS kept,
                count(*) FILTER (WHERE state = 'active') AS active,
                count(*) FILTER (WHERE state = 'active' AND knock_out = 'failed') AS stopped,
                count(*) FILTER (WHERE state = 'active' AND stage = 'interview') AS interviewing,
                count(*) FILTER (WHERE state = 'active' AND stage = 'offer') AS offering,
                count(*) FILTER (
                    WHERE state = 'active' AND entered_at < CAST(:now AS timestamptz)
                        - (CAST(CAST(:agreed_days AS jsonb) ->> stage AS integer) + 1) * interval '1 day'
                ) AS over
            FROM application WHERE requisition_id = r.id
        ) x
        CROSS JOIN LATERAL (
            SELECT count(*) FILTER (WHERE lower(i.during) > :now) AS ahead, coalesce(sum((
                SELECT count(*) FROM interview_seat t WHERE t.interview_id = i.id AND NOT EXISTS (
                    SELECT 1 FROM scorecard c WHERE c.interview_id = i.id AND c.account_id = t.account_id
                        AND c.submitted_at IS NOT NULL
                )
            )) FILTER (WHERE upper(i.during) < :now), 0) AS cards_missing
            FROM interview i JOIN application a ON a.id = i.application_id
            WHERE a.requisition_id = r.id AND i.state = 'booked'
        ) i
        LEFT JOIN LATERAL (
            SELECT f.state AS offer_state FROM offer f JOIN application a ON a.id = f.application_id
            WHERE a.requisition_id = r.id AND f.state IN ('draft', 'asked', 'agreed', 'sent')
            ORDER BY f.id DESC LIMIT 1
        ) o ON true
        CROSS JOIN LATERAL (
            SELECT count(*) AS hired FROM standing_hire WHERE requisition_id = r.id
        ) h
        SQL;
    private const USUAL = 50;

    public function __construct(private Db $db, private ClockInterface $clock, private CountsPeople $people)
    {
    }

    public function byNumber(int $number): RequisitionView
    {
        $found = $this->views('WHERE r.number = :number', ['number' => $number]);

        return $found[0] ?? throw new NotFoundHttpException();
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, RequisitionView> by id
     */
    public function byIds(array $ids): array
    {
        $views = [];
        foreach ([] === $ids ? [] : $this->views('WHERE r.id IN (:ids)', ['ids' => $ids], '', \count($ids)) as $view) {
            $views[$view->id()] = $view;
        }

        return $views;
    }

    /**
     * @param string               $where      may use r, u, s, m, rec, req
     * @param array<string, mixed> $parameters
     *
     * @return list<RequisitionView>
     */
    public function views(
        string $where, array $parameters, string $order = 'ORDER BY r.number DESC', int $limit = self::USUAL,
    ): array {
        $now = $this->clock->now();
        $sql = self::SQL.' '.$where.' '.$order.' LIMIT '.$limit;
        $parameters = [
            ...$parameters,
            'now' => $now,
            'today' => $now->format('Y-m-d'),
            'agreed_days' => self::agreedDays(),
        ];
        $plain = array_filter(
            $parameters,
            static fn (mixed $value): bool => \is_int($value) || \is_string($value) || \is_bool($value)
                || $value instanceof \DateTimeInterface,
        );
        // so many tables take longer to plan than to read; a list in an IN can not be planned ahead
        $rows = \count($plain) === \count($parameters)
            ? $this->db->planned($sql, $plain)
            : $this->db->rows($sql, $parameters);
        $matching = $this->matching($rows);

        return array_map(
            static fn (Record $r): RequisitionView => new RequisitionView($r, Stations::of($r, $matching[$r->int('id')] ?? null)),
            $rows,
        );
    }

    /**
     * How many own candidates each requisition's last search finds; of one by itself, before anyone searched, what its
     * brief asks for.
     *
     * @param list<Record> $rows
     *
     * @return array<int, int> by requisition
     */
    private function matching(array $rows): array
    {
        // requisitions of one kind often begin with the same search: each is counted once
        $searches = $ids = [];
        foreach ($rows as $row) {
            $search = Search::fromArray(['text' => $row->str('query'), 'criteria' => $row->json('criteria')]);
            if ($search->isEmpty() && 1 === \count($rows)) {
                $search = self::first($row);
            }
            if (!$search->isEmpty()) {
                $key = json_encode($search->toArray(), \JSON_THROW_ON_ERROR);
                $searches[$key] = $search;
                $ids[$key][] = $row->int('id');
            }
        }
        $counts = [];
        foreach ($this->people->totals(array_values($searches)) as $i => $people) {
            foreach (array_values($ids)[$i] as $requisition) {
                $counts[$requisition] = $people;
            }
        }

        return $counts;
    }

    /** @return string JSON object of days by stage */
    private static function agreedDays(): string
    {
        $days = [];
        foreach (Stage::cases() as $stage) {
            $days[$stage->value] = $stage->agreedDays();
        }

        return json_encode($days, \JSON_THROW_ON_ERROR);
    }

    private static function first(Record $row): Search
    {
        return FirstSearch::of(
            $row->strings('musts'),
            $row->strings('wishes'),
            $row->intOrNull('years_from'),
            'fully' === $row->strOrNull('remote') ? null : $row->strOrNull('city'),
        );
    }
}
