<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Adverts\ChangePosting;
use Jorvent\Adverts\Form\PaymentInput;
use Jorvent\Adverts\Form\PaymentType;
use Jorvent\Adverts\Form\PublishInput;
use Jorvent\Adverts\Payments;
use Jorvent\Adverts\Read\PaymentQuery;
use Jorvent\Adverts\Read\PostingHistoryQuery;
use Jorvent\Adverts\Read\PostingQuery;
use Jorvent\Core\Shared\Day;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Psr\Clock\ClockInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** One posting: what is done to it, its history, and what was paid for it. */
#[Route('/r/{number}/adverts/{posting}', requirements: ['number' => '\d{1,9}', 'posting' => '\d{1,9}'])]
final class PostingPage extends SignedInPage
{
    public function __construct(
        private readonly RequisitionQuery $requisitions,
        private readonly PostingQuery $postings,
        private readonly PostingHistoryQuery $history,
        private readonly PaymentQuery $paid,
        private readonly Payments $payments,
        private readonly ClockInterface $clock,
    ) {
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route(
        '/{change}', name: 'advert_change', requirements: ['change' => 'pause|resume|renew|withdraw|update|budget'],
        methods: ['POST'],
    )]
    public function change(
        int $number,
        int $posting,
        PostingChange $change,
        ChangePosting $postings,
        Subject $_subject,
        #[MapRequestPayload] PostingFields $typed = new PostingFields(),
    ): Response {
        $of = (int) $_subject->requisitionId;

        return $this->act(static fn () => match ($change) {
            PostingChange::Pause => $postings->pause($of, $posting),
            PostingChange::Resume => $postings->resume($of, $posting),
            PostingChange::Renew => $postings->renew($of, $posting, Day::read($typed->until)),
            PostingChange::Update => $postings->update($of, $posting),
            PostingChange::Budget => $postings->limit($of, $posting, PublishInput::money(trim($typed->budget))),
            PostingChange::Withdraw => $postings->withdraw($of, $posting),
        }, $change->said(), 'adverts', ['number' => $number]);
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/history', name: 'advert_history', methods: ['GET'])]
    public function history(int $number, int $posting): Response
    {
        return $this->page($number, $posting, $this->form());
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/paid', name: 'advert_paid', methods: ['POST'])]
    public function pay(int $number, int $posting, Request $request, Subject $_subject): Response
    {
        $form = $this->form()->handleRequest($request);
        $enter = fn () => $this->payments->enter(
            (int) $_subject->requisitionId, $posting, $form->getData()->typed(), $this->me()->id,
        );
        if (!$this->done($form, $enter)) {
            return $this->page($number, $posting, $form);
        }
        $this->say('payment_entered');

        return $this->redirectToRoute(
            'advert_history', ['number' => $number, 'posting' => $posting], Response::HTTP_SEE_OTHER,
        );
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route(
        '/paid/{payment}/remove', name: 'advert_payment_remove', requirements: ['payment' => '\d{1,9}'],
        methods: ['POST'],
    )]
    public function removePayment(int $number, int $posting, int $payment, Subject $_subject): Response
    {
        $remove = fn () => $this->payments->remove((int) $_subject->requisitionId, $payment);

        return $this->act(
            $remove, 'payment_struck', 'advert_history', ['number' => $number, 'posting' => $posting],
        );
    }

    /** @return FormInterface<PaymentInput> */
    private function form(): FormInterface
    {
        return $this->formOf(PaymentType::class, new PaymentInput($this->clock->now()->setTime(0, 0)));
    }

    /** @param FormInterface<PaymentInput> $form */
    private function page(int $number, int $posting, FormInterface $form): Response
    {
        $view = $this->requisitions->byNumber($number);

        return $this->render('adverts/history.html.twig', [
            'view' => $view,
            'posting' => $this->postings->of($view->id(), $posting) ?? throw $this->createNotFoundException(),
            'events' => $this->history->of($view->id(), $posting),
            'paid' => $this->paid->of($posting),
            'form' => $form,
        ]);
    }
}
