<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Core\Adverts\Attribution;
use Jorvent\Core\Reporting\Uncertainty;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** What the adverts begun in a time brought, and what that cost: from the view to the hire, by board, department, opening or advert. */
final readonly class Analysis
{
    public const BY = ['board', 'department', 'opening', 'advert', 'month'];
    public const STEPS = ['visits', 'started', 'finished', 'qualified', 'interviewed', 'hired'];
    /** Adverts that cost so much without one qualified applicant are called out. */
    public const WASTE = 100.0;

    public function __construct(private Db $db, private Access $access, private Costs $costs)
    {
    }

    /**
     * @return array{lines: list<array{key: string, label: string, adverts: int, counts: array<string, float>, cost: float|null, per: array<string, float|null>, qualified: array{per: float|null, low: float, high: float|null}|null, finish: array{float, float}, quality: array{float, float}, small: bool}>, remembered: int, applications: int}
     */
    public function of(Account $for, string $by, \DateTimeImmutable $from, \DateTimeImmutable $to, Attribution $attribution): array
    {
        $postings = $this->postings($for, $from, $to);
        $costs = $this->costs->of($postings);
        [$credits, $remembered, $applications] = $this->credits(array_map(static fn (Record $r): int => $r->int('id'), $postings), $attribution);
        $groups = [];
        foreach ($postings as $posting) {
            [$key, $label] = match ($by) {
                'department' => [$posting->str('department'), $posting->str('department')],
                'opening' => ['R-'.$posting->int('number'), 'R-'.$posting->int('number').' '.$posting->str('title')],
                'advert' => [$posting->str('code'), $posting->str('name').', R-'.$posting->int('number').' '.$posting->str('title')],
                'month' => [$posting->str('month'), $posting->str('month')],
                default => [$posting->str('board'), $posting->str('name')],
            };
            $groups[$key] ??= ['key' => $key, 'label' => $label, 'adverts' => 0, 'counts' => array_fill_keys(self::STEPS, 0.0), 'cost' => null];
            ++$groups[$key]['adverts'];
            $groups[$key]['counts']['visits'] += $posting->int('visits');
            $groups[$key]['counts']['started'] += $posting->int('started');
            foreach ($credits[$posting->int('id')] ?? [] as $step => $count) {
                $groups[$key]['counts'][$step] += $count;
            }
            $cost = $costs[$posting->int('id')] ?? null;
            if (null !== $cost) {
                $groups[$key]['cost'] = ($groups[$key]['cost'] ?? 0.0) + $cost['cost']->minor / 100;
            }
        }
        $lines = array_map(self::line(...), array_values($groups));
        'month' === $by ? usort($lines, static fn (array $a, array $b): int => $a['key'] <=> $b['key']) : usort($lines, static fn (array $a, array $b): int => [$b['counts']['qualified'], $b['counts']['visits'], $a['label']] <=> [$a['counts']['qualified'], $a['counts']['visits'], $b['label']]);

        return ['lines' => $lines, 'remembered' => $remembered, 'applications' => $applications];
    }

    /**
     * @param array{key: string, label: string, adverts: int, counts: array<string, float>, cost: float|null} $group
     *
     * @return array{key: string, label: string, adverts: int, counts: array<string, float>, cost: float|null, per: array<string, float|null>, qualified: array{per: float|null, low: float, high: float|null}|null, finish: array{float, float}, quality: array{float, float}, small: bool}
     */
    public static function line(array $group): array
    {
        $counts = $group['counts'];
        $per = [];
        foreach (self::STEPS as $step) {
            $per[$step] = null !== $group['cost'] && $group['cost'] > 0 && $counts[$step] > 0 ? $group['cost'] / $counts[$step] : null;
        }
        $finished = (int) round($counts['finished']);
        $qualified = (int) round($counts['qualified']);

        return $group + [
            'per' => $per, 'qualified' => null !== $group['cost'] && $group['cost'] > 0 ? Uncertainty::costPer($group['cost'], $qualified) : null, 'finish' => Uncertainty::share(min($finished, (int) $counts['visits']), (int) $counts['visits']),
            'quality' => Uncertainty::share($qualified, $finished), 'small' => $qualified < Uncertainty::SMALL,
        ];
    }

    /** @return list<Record> live adverts of someone's own requisitions that cost and bring nothing, dearest first: id, board, name, number, title */
    public function wasted(int $recruiter): array
    {
        $rows = $this->db->rows($this->sql()." WHERE p.state = 'live' AND r.recruiter_id = :me AND p.live_at < CAST(:now AS timestamptz) - interval '10 days' AND NOT EXISTS (SELECT 1 FROM application a WHERE a.posting_id = p.id AND a.stage <> 'new' AND a.knock_out IN ('none', 'overruled'))", ['me' => $recruiter, 'now' => $this->costs->now()]);
        $costs = $this->costs->of($rows);

        return array_values(array_filter($rows, static fn (Record $r): bool => null !== ($costs[$r->int('id')] ?? null) && $costs[$r->int('id')]['cost']->minor / 100 >= self::WASTE));
    }

    /** @return list<Record> */
    private function postings(Account $for, \DateTimeImmutable $from, \DateTimeImmutable $to): array
    {
        [$visible, $parameters] = $this->access->visible($for);

        return $this->db->rows($this->sql()." WHERE p.live_at >= :from AND p.live_at < CAST(:to AS date) + 1 AND $visible", ['from' => $from->format('Y-m-d'), 'to' => $to->format('Y-m-d')] + $parameters);
    }

    private function sql(): string
    {
        return "SELECT p.id, p.code, p.board, p.runs, p.live_at, to_char(p.live_at, 'YYYY-MM') AS month, b.name, b.price, r.number, r.title, u.name AS department, coalesce(d.visits, 0) AS visits, coalesce(d.started, 0) AS started, coalesce(a.applied, 0) AS applied, s.spent FROM posting p JOIN board b ON b.key = p.board JOIN requisition_head r ON r.id = p.requisition_id JOIN unit_place u ON u.id = r.unit_id
            LEFT JOIN LATERAL (SELECT sum(visits) AS visits, sum(started) AS started FROM posting_day WHERE posting_id = p.id) d ON true LEFT JOIN LATERAL (SELECT count(*) AS applied FROM application WHERE posting_id = p.id) a ON true
            LEFT JOIN LATERAL (SELECT json_agg(json_build_object('amount', amount, 'currency', currency)) AS spent FROM spend WHERE posting_id = p.id) s ON true";
    }

    /**
     * Shares of applications by advert, as Attribution gives them; in SQL, for there may be many.
     *
     * @param list<int> $postings
     *
     * @return array{array<int, array<string, float>>, int, int} by advert and step; how many remember their way, of how many
     */
    private function credits(array $postings, Attribution $attribution): array
    {
        $share = match ($attribution) {
            Attribution::Last => "SELECT coalesce(a.posting_id, (a.touches -> -1 ->> 'p')::int) AS posting, 1.0 AS share",
            Attribution::First => "SELECT coalesce((a.touches -> 0 ->> 'p')::int, a.posting_id) AS posting, 1.0 AS share",
            Attribution::Even => "SELECT a.posting_id AS posting, 1.0 AS share WHERE a.touches = '[]' UNION ALL SELECT (t ->> 'p')::int, 1.0 / jsonb_array_length(a.touches) FROM jsonb_array_elements(a.touches) t",
        };
        $credits = [];
        foreach ($this->db->rows(
            "SELECT c.posting, sum(c.share)::float AS finished, coalesce(sum(c.share) FILTER (WHERE a.stage <> 'new' AND a.knock_out IN ('none', 'overruled')), 0)::float AS qualified, coalesce(sum(c.share) FILTER (WHERE a.stage IN ('interview', 'decision', 'offer', 'hired')), 0)::float AS interviewed, coalesce(sum(c.share) FILTER (WHERE a.state = 'hired'), 0)::float AS hired
             FROM application a CROSS JOIN LATERAL ($share) c WHERE a.origin = 'applied' AND c.posting IN (:ids) GROUP BY c.posting", ['ids' => [] === $postings ? [0] : $postings]) as $row) {
            $credits[$row->int('posting')] = ['finished' => $row->floatOrNull('finished') ?? 0.0, 'qualified' => $row->floatOrNull('qualified') ?? 0.0, 'interviewed' => $row->floatOrNull('interviewed') ?? 0.0, 'hired' => $row->floatOrNull('hired') ?? 0.0];
        }
        $known = $this->db->row("SELECT count(*) AS n, count(*) FILTER (WHERE touches <> '[]') AS remembered FROM application WHERE origin = 'applied' AND posting_id IN (:ids)", ['ids' => [] === $postings ? [0] : $postings]);

        return [$credits, $known?->int('remembered') ?? 0, $known?->int('n') ?? 0];
    }
}
