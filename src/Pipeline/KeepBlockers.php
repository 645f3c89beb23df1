<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Workflow\KeepFacts;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** What stands against keeping people for a requisition: asked by the screen, by keeping one, and by keeping many. */
final readonly class KeepBlockers
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /**
     * @param list<int> $candidates
     *
     * @return array<int, list<Refusal>> by candidate; who is gone is not there
     */
    public function of(int $requisition, array $candidates, bool $meant = false): array
    {
        $now = $this->clock->now();
        $blockers = [];
        foreach ([] === $candidates ? [] : $this->db->rows(
            "SELECT c.id, c.contact_barred_until, g.number IS NOT NULL AND (g.until IS NULL OR g.until >= :today) AS here, n.employer, n.note, x.closed_at, x.number, s.cooling_days,
                EXISTS (SELECT 1 FROM application a WHERE a.candidate_id = c.id AND a.requisition_id = :r) AS inside
             FROM sourcing_setting s, candidate c LEFT JOIN colleague g ON g.number = c.colleague LEFT JOIN no_poach n ON n.folded = c.employer_folded AND (n.until IS NULL OR n.until >= :today)
             LEFT JOIN LATERAL (SELECT a.closed_at, q.number FROM application a JOIN requisition_head q ON q.id = a.requisition_id WHERE a.candidate_id = c.id AND a.requisition_id <> :r AND a.state = 'closed' ORDER BY a.closed_at DESC NULLS LAST LIMIT 1) x ON true
             WHERE c.id = ANY (CAST(:ids AS int[])) AND c.erased_at IS NULL",
            ['ids' => '{'.implode(',', $candidates).'}', 'r' => $requisition, 'today' => $now->format('Y-m-d')],
        ) as $row) {
            $facts = new KeepFacts($row->instantOrNull('contact_barred_until'), $row->bool('here'), $row->strOrNull('employer'), $row->strOrNull('note') ?? '', $row->bool('inside'), $row->instantOrNull('closed_at'), $row->intOrNull('number'));
            $blockers[$row->int('id')] = $facts->blockers($now, $row->int('cooling_days'), $meant);
        }

        return $blockers;
    }
}
