<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Adverts\Boards;
use Jorvent\Adverts\Entity\AdvertText;
use Jorvent\Adverts\Form\AdvertTextInput;
use Jorvent\Adverts\Form\AdvertTextType;
use Jorvent\Adverts\Read\AdvertQuery;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Adverts\SaveAdvertText;
use Jorvent\Core\Adverts\Shown;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;

/** What an advert says in another language, and how a board will show it. */
#[Route('/r/{number}/adverts', requirements: ['number' => '\d{1,9}'])]
final class AdvertTextPage extends SignedInPage
{
    public function __construct(
        private readonly RequisitionQuery $requisitions,
        private readonly AdvertQuery $adverts,
    ) {
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/text/{locale}', name: 'advert_text', requirements: ['locale' => 'nb|pl'], methods: ['GET', 'POST'])]
    public function text(
        int $number,
        string $locale,
        Request $request,
        Subject $_subject,
        PostingRepository $postings,
        SaveAdvertText $save,
    ): Response {
        $id = (int) $_subject->requisitionId;
        $input = new AdvertTextInput($postings->text($id, $locale));
        $form = $this->formOf(AdvertTextType::class, $input, ['locale' => $locale])->handleRequest($request);
        $write = fn () => $save(
            $id, $locale, $input->title ?? '', $input->description ?? '', (int) $input->version, $this->me()->id,
        );
        if ($this->done($form, $write)) {
            $this->say('advert_text_saved');

            return $this->redirectToRoute('adverts', ['number' => $number, 'in' => $locale], Response::HTTP_SEE_OTHER);
        }

        return $this->render('adverts/text.html.twig', [
            'view' => $this->requisitions->byNumber($number),
            'locale' => $locale,
            'english' => $this->adverts->of($id),
            'form' => $form,
        ]);
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route(
        '/preview/{board}', name: 'advert_preview', requirements: ['board' => '[a-z][a-z0-9_]{1,29}'], methods: ['GET'],
    )]
    public function preview(
        int $number,
        string $board,
        Boards $boards,
        #[MapQueryParameter] string $in = 'en',
    ): Response {
        $view = $this->requisitions->byNumber($number);
        $place = $boards->all()[$board] ?? throw $this->createNotFoundException();
        if (!\in_array($in, ['en', ...AdvertText::LOCALES], true)) {
            throw $this->createNotFoundException();
        }
        $advert = $this->adverts->of($view->id(), $in);

        return $this->render('adverts/preview.html.twig', [
            'view' => $view,
            'board' => $place,
            'advert' => $advert,
            'body' => Shown::body($advert, $place->rules->markUp),
            'locale' => $in,
        ]);
    }
}
