<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Form\BriefInput;
use Jorvent\Requisitions\Form\DecideInput;
use Jorvent\Requisitions\Form\DecideType;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Response;

/** Acts that lead back to the page of a brief, also when they are refused. */
abstract class BriefPages extends SignedInPage
{
    public function __construct(
        private readonly BriefScreen $screen,
        private readonly BriefFields $fields,
        private readonly RequisitionRepository $requisitions,
    ) {
    }

    /** As it is stored now, after something was refused. */
    protected function reread(Requisition $requisition): Requisition
    {
        $this->requisitions->clear();

        return $this->requisitions->byNumber($requisition->number) ?? throw $this->createNotFoundException();
    }

    /**
     * @param FormInterface<BriefInput>|null  $form   null: what is stored
     * @param FormInterface<DecideInput>|null $decide null: empty
     */
    protected function page(
        Requisition $requisition,
        ?Brief $shown = null,
        ?FormInterface $form = null,
        ?Conflict $conflict = null,
        ?FormInterface $decide = null,
    ): Response {
        $me = $this->me()->id;
        $form ??= $this->fields->form($requisition, $me);
        $decide ??= $this->formOf(DecideType::class, new DecideInput());
        $refused = null !== $conflict || $form->isSubmitted() || $decide->isSubmitted();

        return $this->render('requisitions/brief.html.twig', [
            ...$this->screen->of($requisition, $shown ?? $requisition->brief(), $me),
            'form' => $form->createView(),
            'errors' => $form->getErrors(true),
            'offered' => $form->getConfig()->getOption('offered'),
            'decide' => $decide->createView(),
            'conflict' => $conflict,
        ], new Response(status: $refused ? Response::HTTP_UNPROCESSABLE_ENTITY : Response::HTTP_OK));
    }
}
