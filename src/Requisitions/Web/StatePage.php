<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Messages\Mailing;
use Jorvent\Requisitions\AllHanging;
use Jorvent\Requisitions\AskApproval;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Lifecycle;
use Jorvent\Requisitions\Read\OutcomeQuery;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** Where a requisition stands, and what can be done from there with what each act does. */
#[Route('/r/{number}/state', requirements: ['number' => '\d{1,9}'])]
final class StatePage extends SignedInPage
{
    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('', name: 'state', methods: ['GET'])]
    public function show(
        #[ByNumber] Requisition $requisition,
        RequisitionQuery $views,
        OutcomeQuery $outcome,
        AllHanging $hanging,
        StateDrawing $drawing,
        Mailing $mailing,
    ): Response {
        return $this->render('requisitions/state.html.twig', [
            'view' => $views->byNumber($requisition->number),
            'chart' => $drawing->of($requisition->state),
            'acts' => array_map(static fn ($act): string => $act->value, $requisition->state->acts()),
            'met' => $hanging->met($requisition),
            'word' => $mailing->template('cancelled', 'en'),
            'hires' => $outcome->hires($requisition->id),
            'path' => $outcome->path($requisition->id),
        ]);
    }

    #[Gate(Permission::Fill, Gate::REQUISITION)]
    #[Route('/{act}', name: 'state_act', requirements: ['act' => 'hold|resume|cancel|positions|reopen'], methods: ['POST'])]
    public function change(
        LifeAct $act, #[MapRequestPayload] Closing $sent, #[ByNumber] Requisition $requisition, Lifecycle $life,
    ): Response {
        [$id, $me] = [$requisition->id, $this->me()->id];

        return $this->act(static fn () => match ($act) {
            LifeAct::Hold => $life->hold($id, $sent->reason),
            LifeAct::Resume => $life->resume($id),
            LifeAct::Cancel => $life->cancel($id, $sent->reason, $sent->word(), $me),
            LifeAct::Positions => $life->removePositions($id, (int) $sent->positions, $me),
            LifeAct::Reopen => $life->reopen($id, $sent->hire, $sent->reason),
        }, 'state_'.$act->value, 'state', ['number' => $requisition->number]);
    }

    /** Who asked takes it back before it is decided. */
    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/take-back', name: 'state_take_back', methods: ['POST'])]
    public function takeBack(#[ByNumber] Requisition $requisition, AskApproval $asking): Response
    {
        $takeBack = static fn () => $asking->takeBack($requisition->id);

        return $this->act($takeBack, 'state_taken_back', 'brief', ['number' => $requisition->number]);
    }
}
