<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Requisitions\ApprovalQuestions;
use Jorvent\Requisitions\DecideBrief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Form\DecideInput;
use Jorvent\Requisitions\Form\DecideType;
use Jorvent\Requisitions\HiringTeam;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** What is decided beside a brief: the approval, with the questions before it, and who else is in the hiring team. */
#[Route('/r/{number}/brief', requirements: ['number' => '\d{1,9}'])]
final class ApprovalPage extends BriefPages
{
    #[Gate(Permission::Decide, Gate::REQUISITION)]
    #[Route('/decide', name: 'brief_decide', methods: ['POST'])]
    public function decide(
        Request $request,
        #[ByNumber] Requisition $requisition,
        DecideBrief $decide,
        ApprovalQuestions $questions,
    ): Response {
        $input = new DecideInput();
        $form = $this->formOf(DecideType::class, $input)->handleRequest($request);
        [$id, $me] = [$requisition->id, $this->me()->id];
        $done = $this->done($form, function () use ($input, $id, $me, $decide, $questions): void {
            $decision = $input->decision();
            null === $decision
                ? $questions->ask($id, $me, $input->note ?? '')
                : $decide($id, $me, $decision, $input->note ?? '', $input->field);
            $this->say(null === $decision ? 'question_asked' : 'brief_'.$decision->value);
        });

        return $done
            ? $this->redirectToRoute('brief', ['number' => $requisition->number], Response::HTTP_SEE_OTHER)
            : $this->page($this->reread($requisition), decide: $form);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/answer', name: 'brief_answer', methods: ['POST'])]
    public function answer(
        #[MapRequestPayload] Reply $reply,
        #[ByNumber] Requisition $requisition,
        ApprovalQuestions $questions,
    ): Response {
        $answer = fn () => $questions->answer($requisition->id, $reply->question, $this->me()->id, $reply->answer);

        return $this->act($answer, 'question_answered', 'brief', ['number' => $requisition->number]);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/team', name: 'brief_team', methods: ['POST'])]
    public function team(
        #[MapRequestPayload] TeamAct $act,
        #[ByNumber] Requisition $requisition,
        HiringTeam $team,
    ): Response {
        $change = static fn () => null === $act->remove
            ? $team->add($requisition->id, $act->account, $act->part)
            : $team->remove($requisition->id, $act->account, $act->part);

        return $this->act($change, null, 'brief', ['number' => $requisition->number]);
    }
}
