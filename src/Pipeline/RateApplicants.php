<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Core\Fit\Part;
use Jorvent\People\FitOfCandidates;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\RequisitionFacts;

/** Rates everyone in a requisition's pipeline anew: after its brief, its weights or what it learned have changed. Unknown parts take the mean of these people. */
final readonly class RateApplicants
{
    public function __construct(private Db $db, private FitOfCandidates $fits)
    {
    }

    public function __invoke(RequisitionFacts $requisition): void
    {
        $applications = [];
        foreach ($this->db->rows('SELECT id, candidate_id FROM application WHERE requisition_id = :r ORDER BY id', ['r' => $requisition->id]) as $row) {
            $applications[$row->int('candidate_id')] = $row->int('id');
        }
        if ([] === $applications) {
            return;
        }
        $weighing = $this->fits->weighing($requisition);
        $ids = array_keys($applications);
        $rated = [];
        foreach ($this->fits->of($weighing, $this->fits->rank($weighing, $ids), $ids) as $id => $fit) {
            $rated[] = ['id' => $applications[$id], 'fit' => $fit->score, 'parts' => array_map(static fn (Part $p): array => $p->toArray(), $fit->parts)];
        }
        $this->db->execute('UPDATE application a SET fit = x.fit, fit_parts = x.parts FROM jsonb_to_recordset(CAST(:rated AS jsonb)) x (id int, fit int, parts jsonb) WHERE a.id = x.id', ['rated' => json_encode($rated, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)]);
    }
}
