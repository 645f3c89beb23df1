<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Core\Workflow\InterviewState;
use Jorvent\Core\Workflow\KnockOut;
use Jorvent\Core\Workflow\OfferState;
use Jorvent\Core\Workflow\Position;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Core\Workflow\Situation;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\FactsQuery;

/**
 * Reads how things stand for an act and asks the table whether it may happen; within the transaction of the act. What counts positions
 * takes the requisition first, so that two who sign at once come one after the other.
 */
final readonly class Situations
{
    public function __construct(private Db $db, private FactsQuery $requisitions)
    {
    }

    /** @throws Refused */
    public function check(HiringAct $act, int $application, ?int $interview = null, ?int $offer = null): void
    {
        $act->check($this->of($act, $application, $interview, $offer));
    }

    /** @throws Refused for an act that makes an application */
    public function checkRequisition(HiringAct $act, int $requisition): void
    {
        $this->take($act, $requisition);
        $row = $this->db->row(
            'SELECT r.state, r.positions, (SELECT count(*) FROM standing_hire WHERE requisition_id = r.id) AS signed
             FROM requisition_head r WHERE r.id = :id',
            ['id' => $requisition],
        ) ?? throw Refused::because('missing');
        $act->check(new Situation(RequisitionState::from($row->str('state')), $row->int('positions'), $row->int('signed')));
    }

    public function of(HiringAct $act, int $application, ?int $interview = null, ?int $offer = null): Situation
    {
        $requisition = $this->db->row('SELECT requisition_id FROM application WHERE id = :id', ['id' => $application])?->int('requisition_id')
            ?? throw Refused::because('application_gone');
        $this->take($act, $requisition);
        $row = $this->db->row(
            "SELECT r.state AS requisition, r.positions, p.state AS application, p.knock_out, i.state AS interview, o.state AS offer,
                (SELECT count(*) FROM standing_hire WHERE requisition_id = r.id) AS signed,
                (SELECT count(*) FROM offer s JOIN application a ON a.id = s.application_id WHERE a.requisition_id = r.id AND s.state = 'sent' AND s.id IS DISTINCT FROM o.id) AS promised,
                EXISTS (SELECT 1 FROM offer s WHERE s.application_id = p.id AND s.state IN ('asked', 'agreed', 'sent')) AS under_way
             FROM application p JOIN requisition_head r ON r.id = p.requisition_id
                LEFT JOIN interview i ON i.id = :interview AND i.application_id = p.id LEFT JOIN offer o ON o.id = :offer AND o.application_id = p.id
             WHERE p.id = :id",
            ['id' => $application, 'interview' => $interview, 'offer' => $offer],
        ) ?? throw Refused::because('application_gone');
        [$interviewed, $offered] = [$row->strOrNull('interview'), $row->strOrNull('offer')];

        return new Situation(
            RequisitionState::from($row->str('requisition')), $row->int('positions'), $row->int('signed'), $row->int('promised'),
            ApplicationState::from($row->str('application')), KnockOut::from($row->str('knock_out')), $row->bool('under_way'),
            null === $interviewed ? null : InterviewState::from($interviewed), null === $offered ? null : OfferState::from($offered),
        );
    }

    private function take(HiringAct $act, int $requisition): void
    {
        if (Position::Any !== $act->position()) {
            $this->requisitions->hold($requisition);
        }
    }
}
