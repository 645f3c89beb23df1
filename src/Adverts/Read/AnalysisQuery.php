<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Adverts\Credits;
use Jorvent\Core\Adverts\Attribution;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** What postings brought, over many openings. */
final readonly class AnalysisQuery
{
    private const POSTINGS = <<<'SQL'
        SELECT p.id, p.code, p.board, p.runs, p.live_at, to_char(p.live_at, 'YYYY-MM') AS month, b.name,
            b.shape = 'own' AS own, b.reach, b.price,
            r.number, r.title, u.name AS department, coalesce(d.visits, 0) AS visits, coalesce(d.started, 0) AS started,
            a.applied, s.paid
        FROM posting p JOIN board b ON b.key = p.board JOIN requisition_head r ON r.id = p.requisition_id
        JOIN unit_place u ON u.id = r.unit_id
        SQL.' '.PostingQuery::USAGE;
    private const CREDITED = ['finished', 'qualified', 'interviewed', 'hired'];
    /** A posting that has stood for less than this may yet bring someone. */
    private const FAIR_TIME = '-10 days';

    public function __construct(private Db $db, private Access $access, private ClockInterface $clock)
    {
    }

    /** @return list<AdvertRow> begun in these days, for openings that someone may see */
    public function begun(Account $for, \DateTimeImmutable $from, \DateTimeImmutable $to): array
    {
        [$visible, $values] = $this->access->visible($for);

        return $this->postings(
            "p.live_at >= :from AND p.live_at < CAST(:to AS date) + 1 AND $visible",
            ['from' => $from->format('Y-m-d'), 'to' => $to->format('Y-m-d')] + $values,
        );
    }

    /** @return list<AdvertRow> up for a while at a recruiter's openings, without a qualified applicant */
    public function unanswered(int $recruiter): array
    {
        return $this->postings(
            "p.state = 'live' AND r.recruiter_id = :me AND p.live_at < :before AND a.qualified = 0",
            ['me' => $recruiter, 'before' => $this->clock->now()->modify(self::FAIR_TIME)],
        );
    }

    /**
     * Shares of applications, as Core\Adverts\Attribution gives them; by SQL, for there may be many.
     *
     * @param list<int> $postings
     */
    public function credits(array $postings, Attribution $attribution): Credits
    {
        $postings = [] === $postings ? [0] : $postings;
        $credits = [];
        foreach ($this->db->rows(
            'SELECT c.posting, sum(c.share)::float AS finished,
                coalesce(sum(c.share) FILTER (WHERE a.qualified), 0)::float AS qualified,
                coalesce(sum(c.share) FILTER (WHERE a.interviewed), 0)::float AS interviewed,
                coalesce(sum(c.share) FILTER (WHERE a.hired), 0)::float AS hired
             FROM application_reach a CROSS JOIN LATERAL ('.self::share($attribution).") c
             WHERE a.origin = 'applied' AND c.posting IN (:postings) GROUP BY c.posting",
            ['postings' => $postings],
        ) as $row) {
            foreach (self::CREDITED as $step) {
                $credits[$row->int('posting')][$step] = $row->floatOrNull($step) ?? 0.0;
            }
        }
        $known = $this->db->row(
            "SELECT count(*) AS applications, count(*) FILTER (WHERE touches <> '[]') AS remembered
             FROM application_reach WHERE origin = 'applied' AND posting_id IN (:postings)",
            ['postings' => $postings],
        );

        return new Credits($credits, $known?->int('remembered') ?? 0, $known?->int('applications') ?? 0);
    }

    private static function share(Attribution $attribution): string
    {
        return match ($attribution) {
            Attribution::Last => "SELECT coalesce(a.posting_id, (a.touches -> -1 ->> 'p')::int) AS posting,
                1.0 AS share",
            Attribution::First => "SELECT coalesce((a.touches -> 0 ->> 'p')::int, a.posting_id) AS posting,
                1.0 AS share",
            Attribution::Even => "SELECT a.posting_id AS posting, 1.0 AS share WHERE a.touches = '[]'
                UNION ALL SELECT (t ->> 'p')::int, 1.0 / jsonb_array_length(a.touches)
                FROM jsonb_array_elements(a.touches) t",
        };
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return list<AdvertRow>
     */
    private function postings(string $which, array $values): array
    {
        return array_map(static fn (Record $r): AdvertRow => new AdvertRow(
            id: $r->int('id'),
            code: $r->str('code'),
            place: PostingQuery::place($r),
            opening: new OpeningName($r->int('number'), $r->str('title'), $r->str('department')),
            liveAt: $r->instant('live_at'),
            month: $r->str('month'),
            started: $r->int('started'),
            usage: PostingQuery::usage($r),
        ), $this->db->rows(self::POSTINGS.' WHERE '.$which, $values));
    }
}
