<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Core\Query\Parser;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Text\RichText;
use Psr\Clock\ClockInterface;

/** What the public may see: requisitions with a live advert on our own site. */
final readonly class Openings
{
    private const COLUMNS = "SELECT r.id, r.number, r.title, r.description, r.musts, r.wishes, r.questions, r.employment, r.positions, r.pay_min, r.pay_max, r.currency, r.pay_frequency, r.share, r.remote, r.benefits, r.months, r.target_on, r.years_from, r.state, s.city, s.country, s.zone, u.name AS department, p.until, p.live_at,
        a.name AS recruiter FROM requisition r JOIN site s ON s.id = r.site_id JOIN org_unit u ON u.id = r.unit_id JOIN account a ON a.id = r.recruiter_id JOIN posting p ON p.requisition_id = r.id AND p.board = 'careers'";

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return list<Record> */
    public function all(string $city = '', string $words = ''): array
    {
        $rows = $this->db->rows(self::COLUMNS." WHERE r.state = 'approved' AND p.state = 'live' AND (p.until IS NULL OR p.until >= :today) AND (:city = '' OR s.city = :city) ORDER BY p.live_at DESC, r.id DESC", ['today' => $this->clock->now()->format('Y-m-d'), 'city' => $city]);
        $node = (new Parser())->parse($words)->node;
        if (null === $node) {
            return $rows;
        }
        $evaluator = new \Jorvent\Core\Query\Evaluator();

        return array_values(array_filter($rows, static fn (Record $r): bool => $evaluator->matches($node, \Jorvent\Core\Query\Document::of($r->str('title'), $r->str('city'), $r->str('department'), RichText::plain($r->str('description'))))));
    }

    /** @return list<Record> cities with how many openings each */
    public function cities(): array
    {
        return $this->db->rows("SELECT s.city, count(*) AS openings FROM requisition r JOIN site s ON s.id = r.site_id JOIN posting p ON p.requisition_id = r.id AND p.board = 'careers' WHERE r.state = 'approved' AND p.state = 'live' AND (p.until IS NULL OR p.until >= :today) GROUP BY s.city ORDER BY s.city", ['today' => $this->clock->now()->format('Y-m-d')]);
    }

    /** An opening that was ever public; "open" tells whether one can still apply. */
    public function one(int $number): ?Record
    {
        return $this->db->row(
            str_replace('SELECT r.id,', "SELECT r.state = 'approved' AND p.state = 'live' AND (p.until IS NULL OR p.until >= :today) AS open, r.id,", self::COLUMNS).' WHERE r.number = :number ORDER BY p.id DESC LIMIT 1',
            ['number' => $number, 'today' => $this->clock->now()->format('Y-m-d')],
        );
    }

    /** @return int|null the advert that a tracked address belongs to */
    public function posting(int $requisition, string $code): ?int
    {
        return $this->db->row('SELECT id FROM posting WHERE requisition_id = :r AND (code = :code OR (:code = \'\' AND board = \'careers\')) ORDER BY id DESC LIMIT 1', ['r' => $requisition, 'code' => $code])?->int('id');
    }

    /** @param 'visits'|'started' $what */
    public function count(int $posting, string $what): void
    {
        $this->db->execute("INSERT INTO posting_day (posting_id, day, $what) VALUES (:p, :day, 1) ON CONFLICT (posting_id, day) DO UPDATE SET $what = posting_day.$what + 1", ['p' => $posting, 'day' => $this->clock->now()->format('Y-m-d')]);
    }
}
