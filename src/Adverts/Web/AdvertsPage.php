<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Adverts\Boards;
use Jorvent\Adverts\ChangePosting;
use Jorvent\Adverts\Form\PublishInput;
use Jorvent\Adverts\Form\PublishType;
use Jorvent\Adverts\PublishAdvert;
use Jorvent\Adverts\Read\AdvertQuery;
use Jorvent\Requisitions\FileUnder;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Psr\Clock\ClockInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryString;
use Symfony\Component\Routing\Attribute\Route;

/** Where the advert stands, what each place asks of it, what it brought and what that cost. */
#[Route('/r/{number}/adverts', requirements: ['number' => '\d{1,9}'])]
final class AdvertsPage extends SignedInPage
{
    public function __construct(
        private readonly Boards $boards,
        private readonly AdvertQuery $adverts,
        private readonly RequisitionQuery $requisitions,
        private readonly AdvertsScreen $screen,
        private readonly ClockInterface $clock,
    ) {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('', name: 'adverts', methods: ['GET'])]
    public function show(int $number, #[MapQueryString] AdvertsAsked $asked = new AdvertsAsked()): Response
    {
        return $this->page($number, $asked, $this->form($this->input($asked->in)));
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/publish', name: 'advert_publish', methods: ['POST'])]
    public function publish(
        int $number,
        Request $request,
        PublishAdvert $publish,
        Subject $_subject,
        #[MapQueryString] AdvertsAsked $asked = new AdvertsAsked(),
    ): Response {
        $input = $this->input($asked->in);
        $form = $this->form($input)->handleRequest($request);
        $post = static fn () => $publish((int) $_subject->requisitionId, $input->place, $input->terms());
        if (!$this->done($form, $post)) {
            return $this->page($number, $asked, $form);
        }
        $this->say('advert_posted', ['%count%' => \count($input->place)]);

        return $this->redirectToRoute('adverts', ['number' => $number, 'in' => $asked->in], Response::HTTP_SEE_OTHER);
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/category', name: 'advert_category', methods: ['POST'])]
    public function category(int $number, Request $request, FileUnder $fileUnder, Subject $_subject): Response
    {
        $category = $request->request->getString('category');
        $choose = fn () => $fileUnder((int) $_subject->requisitionId, $category, $this->me()->id);

        return $this->act($choose, 'category_chosen', 'adverts', ['number' => $number]);
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/update', name: 'advert_update', methods: ['POST'])]
    public function update(int $number, ChangePosting $postings, Subject $_subject): Response
    {
        $send = static fn () => $postings->update((int) $_subject->requisitionId);

        return $this->act($send, 'advert_sent_anew', 'adverts', ['number' => $number]);
    }

    private function input(string $locale): PublishInput
    {
        return new PublishInput($locale, $this->clock->now()->setTime(0, 0));
    }

    /** @return FormInterface<PublishInput> */
    private function form(PublishInput $input): FormInterface
    {
        return $this->formOf(PublishType::class, $input, ['boards' => $this->boards->all()]);
    }

    /** @param FormInterface<PublishInput> $form */
    private function page(int $number, AdvertsAsked $asked, FormInterface $form): Response
    {
        $view = $this->requisitions->byNumber($number);
        $adverts = $this->adverts->all($view->id());
        if (!isset($adverts[$asked->in])) {
            throw $this->createNotFoundException();
        }

        return $this->render('adverts/adverts.html.twig', [
            'view' => $view, 'form' => $form, 'asked' => $asked,
            ...$this->screen->of($view->id(), $adverts, $asked, $form->getData()),
        ]);
    }
}
