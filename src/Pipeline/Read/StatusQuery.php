<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Read;

use Jorvent\Core\Messages\Addressee;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\JobName;

/** How applications stand, for those who sent them. */
final readonly class StatusQuery
{
    public function __construct(private Db $db)
    {
    }

    /** @return int|null another application of a person for a requisition */
    public function earlier(int $candidate, int $requisition, int $but): ?int
    {
        return $this->db->row(
            'SELECT id FROM application
             WHERE candidate_id = :candidate AND requisition_id = :requisition AND id <> :but',
            ['candidate' => $candidate, 'requisition' => $requisition, 'but' => $but],
        )?->int('id');
    }

    public function of(int $application): ?ApplicationStatus
    {
        $row = $this->db->row(
            'SELECT p.id, p.candidate_id, p.requisition_id, p.stage, p.state, p.applied_at, c.zone, c.locale, r.number,
                r.title, r.unit_id, s.city
             FROM application p
             JOIN person_head c ON c.id = p.candidate_id
             JOIN requisition_head r ON r.id = p.requisition_id
             JOIN site_place s ON s.id = r.site_id
             WHERE p.id = :id',
            ['id' => $application],
        );

        return null === $row ? null : new ApplicationStatus(
            $row->int('id'),
            $row->int('candidate_id'),
            $row->int('requisition_id'),
            Stage::from($row->str('stage')),
            ApplicationState::from($row->str('state')),
            $row->instant('applied_at'),
            new Addressee($row->str('locale'), $row->str('zone')),
            new JobName($row->int('number'), $row->str('title'), $row->str('city'), $row->int('unit_id')),
        );
    }
}
