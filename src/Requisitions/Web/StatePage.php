<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Workflow\RequisitionAct;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Drawing\StateChart;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\AskApproval;
use Jorvent\Requisitions\Lifecycle;
use Jorvent\Requisitions\RequisitionViews;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Where a requisition stands, drawn from the definition itself, and what can be done from there with what each act does. */
#[Route('/r/{number}/state', requirements: ['number' => '\d{1,9}'])]
final class StatePage extends SignedInPage
{
    private const PLACES = ['draft' => [70, 60], 'asked' => [290, 60], 'approved' => [520, 60], 'filled' => [740, 60], 'sent_back' => [180, 180], 'declined' => [425, 150], 'on_hold' => [610, 180], 'cancelled' => [460, 300]];

    public function __construct(private readonly RequisitionViews $views, private readonly Lifecycle $life, private readonly Db $db, private readonly TranslatorInterface $words)
    {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('', name: 'state', methods: ['GET'])]
    public function show(int $number, Mailing $mailing): Response
    {
        $view = $this->views->byNumber($number);
        $state = RequisitionState::from($view->facts->str('state'));

        return $this->render('requisitions/state.html.twig', [
            'view' => $view, 'chart' => $this->chart($state), 'acts' => array_map(static fn (RequisitionAct $a): string => $a->value, $state->acts()), 'meets' => $this->life->meets($view->id()), 'word' => $mailing->template('cancelled', 'en'),
            'hires' => $this->db->rows('SELECT h.id, c.name, h.signed_at, h.fell_through_at, h.fell_through_reason FROM hire h JOIN application p ON p.id = h.application_id JOIN candidate c ON c.id = p.candidate_id WHERE p.requisition_id = :r ORDER BY h.id', ['r' => $view->id()]),
            'path' => $this->db->rows("SELECT a.at, a.act, ac.name AS actor, ob.name AS on_behalf_of, coalesce(a.change ->> 'reason', v.content -> 'texts' ->> 'reason') AS reason, coalesce(a.change ->> 'note', v.content -> 'texts' ->> 'note') AS note FROM activity a LEFT JOIN personal_value v ON v.id = a.personal_id LEFT JOIN account ac ON ac.id = a.actor_id LEFT JOIN account ob ON ob.id = a.on_behalf_of_id WHERE a.requisition_id = :r AND (a.act LIKE 'requisition.%' OR a.act IN ('brief.asked', 'brief.agreed', 'brief.sent_back', 'brief.declined', 'brief.taken_back')) ORDER BY a.id DESC LIMIT 30", ['r' => $view->id()]),
        ]);
    }

    #[Gate(Permission::Fill, Gate::REQUISITION)]
    #[Route('/{act}', name: 'state_act', requirements: ['act' => 'hold|resume|cancel|positions|reopen'], methods: ['POST'])]
    public function act_(int $number, LifeAct $act, Request $request, Subject $_subject): Response
    {
        $input = Input::of($request);
        $id = (int) $_subject->requisitionId;

        return $this->act(fn () => match ($act) {
            LifeAct::Hold => $this->life->hold($id, $input->text('reason')),
            LifeAct::Resume => $this->life->resume($id),
            LifeAct::Cancel => $this->life->cancel($id, $input->text('reason'), $input->has('tell') ? new Template($input->line('subject'), $input->text('body')) : null, $this->me()->id),
            LifeAct::Positions => $this->life->removePositions($id, $input->int('positions') ?? 0),
            LifeAct::Reopen => $this->life->reopen($id, $input->int('hire') ?? 0, $input->text('reason')),
        }, 'state_'.$act->value, 'state', ['number' => $number]);
    }

    /** Who asked takes it back before it is decided. */
    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/take-back', name: 'state_take_back', methods: ['POST'])]
    public function takeBack(int $number, AskApproval $asking, Subject $_subject): Response
    {
        return $this->act(static fn () => $asking->takeBack((int) $_subject->requisitionId), 'state_taken_back', 'brief', ['number' => $number]);
    }

    private function chart(RequisitionState $here): string
    {
        $stations = $lines = [];
        foreach (RequisitionState::cases() as $state) {
            [$x, $y] = self::PLACES[$state->value];
            $stations[$state->value] = [(float) $x, (float) $y, $this->words->trans('state.'.$state->value)];
        }
        foreach (RequisitionAct::cases() as $act) {
            foreach ($act->origins() as $from) {
                $lines[] = ['from' => $from->value, 'to' => $act->to()->value, 'label' => RequisitionAct::Cancel === $act && RequisitionState::Approved !== $from ? '' : $this->words->trans('life.'.$act->value)];
            }
        }
        $said = implode('; ', array_map(fn (array $l): string => $this->words->trans('state.'.$l['from']).' → '.$this->words->trans('state.'.$l['to']), $lines));

        return StateChart::draw($stations, $lines, $here->value, $this->words->trans('life.chart', ['%state%' => $this->words->trans('state.'.$here->value)]).' '.$said, 820, 350);
    }
}
