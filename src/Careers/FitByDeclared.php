<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Core\Careers\Declared;
use Jorvent\Core\Reporting\Ecological;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * Whether fit ranks those up or down who declared something: told from counts alone, for nobody's declaration is tied to them. In each department and quarter that is over the share of an answer is held against the
 * mean fit of those who applied. (Places within an opening would not do: their mean is the same in each.).
 */
final readonly class FitByDeclared
{
    private const QUARTERS = 12;

    public function __construct(private Db $db, private ClockInterface $clock, private Declarations $declarations)
    {
    }

    /** @return array<string, array<string, Ecological|null>> by question and answer; null where it can not be told */
    public function of(): array
    {
        $now = $this->clock->now();
        $current = $now->setDate((int) $now->format('Y'), 3 * intdiv((int) $now->format('n') - 1, 3) + 1, 1)->format('Y-m-d');
        $fits = [];
        foreach ($this->db->rows(
            "SELECT r.unit_id, CAST(date_trunc('quarter', p.applied_at) AS date) AS quarter, avg(p.fit) AS fit, count(*) AS n FROM application p JOIN requisition_head r ON r.id = p.requisition_id
             WHERE p.fit IS NOT NULL AND p.origin = 'applied' AND p.applied_at < :now AND p.applied_at >= CAST(:now AS date) - make_interval(months => 3 * :q) GROUP BY 1, 2",
            ['now' => $current, 'q' => self::QUARTERS],
        ) as $row) {
            $fits[$row->int('unit_id')][$row->str('quarter')] = [$row->floatOrNull('fit') ?? 0.0, $row->int('n')];
        }
        $counts = [];
        foreach ($this->db->rows('SELECT unit_id, quarter, question, answer, n FROM declared WHERE quarter < :now AND quarter >= CAST(:now AS date) - make_interval(months => 3 * :q)', ['now' => $current, 'q' => self::QUARTERS]) as $row) {
            $counts[$row->str('question')][$row->int('unit_id')][$row->str('quarter')][$row->str('answer')] = $row->int('n');
        }
        $smallest = max(1, $this->declarations->settings()->int('smallest'));
        $found = [];
        foreach (array_intersect_key(Declared::QUESTIONS, $counts) as $question => $answers) {
            foreach ($answers as $answer) {
                $cells = [];
                foreach ($counts[$question] as $unit => $quarters) {
                    foreach ($quarters as $quarter => $given) {
                        $all = array_sum($given);
                        $fit = $fits[$unit][$quarter] ?? null;
                        if (null !== $fit && $all >= $smallest) {
                            $cells[] = ['share' => ($given[$answer] ?? 0) / $all, 'outcome' => $fit[0], 'people' => $fit[1]];
                        }
                    }
                }
                $found[$question][$answer] = Ecological::of($cells);
            }
        }

        return $found;
    }
}
