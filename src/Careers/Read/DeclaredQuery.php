<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Counts of what applicants said of themselves, in quarters that are over. */
final readonly class DeclaredQuery
{
    /** How a group is named in SQL. */
    private const PARTS = [
        'quarter' => "to_char(d.quarter, 'YYYY \"Q\"Q')",
        'division' => <<<'SQL'
            coalesce((
                SELECT a.name FROM unit_place a
                WHERE a.kind = 'division' AND starts_with(u.path, a.path) LIMIT 1
            ), u.name)
            SQL,
    ];

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return array<string, array<string, array<string, int>>> by question, group (the last first) and answer */
    public function groups(DeclaredBy $by, int $quarters): array
    {
        $counts = [];
        foreach ($this->db->rows(
            'SELECT d.question, d.answer, '.self::PARTS[$by->value].' AS part, sum(d.n) AS n
             FROM declared d JOIN unit_place u ON u.id = d.unit_id
             WHERE d.quarter < :current AND d.quarter >= CAST(:current AS date) - make_interval(months => 3 * :quarters)
             GROUP BY 1, 2, 3 ORDER BY 3 DESC',
            ['current' => $this->currentQuarter(), 'quarters' => $quarters],
        ) as $row) {
            $counts[$row->str('question')][$row->str('part')][$row->str('answer')] = $row->int('n');
        }

        return $counts;
    }

    /** @return array<string, array<int, array<string, array<string, int>>>> by question, unit, quarter and answer */
    public function cells(int $quarters): array
    {
        $counts = [];
        foreach ($this->db->rows(
            'SELECT unit_id, quarter, question, answer, n FROM declared
             WHERE quarter < :current AND quarter >= CAST(:current AS date) - make_interval(months => 3 * :quarters)',
            ['current' => $this->currentQuarter(), 'quarters' => $quarters],
        ) as $row) {
            $of = [$row->str('question'), $row->int('unit_id'), $row->str('quarter'), $row->str('answer')];
            $counts[$of[0]][$of[1]][$of[2]][$of[3]] = $row->int('n');
        }

        return $counts;
    }

    /**
     * @return array<int, array<string, array{float, int}>> mean fit of applicants, and how many, by unit and quarter
     */
    public function fits(int $quarters): array
    {
        $fits = [];
        foreach ($this->db->rows(
            "SELECT r.unit_id, CAST(date_trunc('quarter', p.applied_at) AS date) AS quarter, avg(p.fit) AS fit,
                count(*) AS n
             FROM fit_of_applied p JOIN requisition_head r ON r.id = p.requisition_id
             WHERE p.applied_at < :current
                AND p.applied_at >= CAST(:current AS date) - make_interval(months => 3 * :quarters) GROUP BY 1, 2",
            ['current' => $this->currentQuarter(), 'quarters' => $quarters],
        ) as $row) {
            $fits[$row->int('unit_id')][$row->str('quarter')] = [$row->floatOrNull('fit') ?? 0.0, $row->int('n')];
        }

        return $fits;
    }

    private function currentQuarter(): string
    {
        $now = $this->clock->now();
        $month = 3 * intdiv((int) $now->format('n') - 1, 3) + 1;

        return $now->setDate((int) $now->format('Y'), $month, 1)->format('Y-m-d');
    }
}
