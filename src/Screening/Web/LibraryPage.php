<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Screening\QuestionLibrary;
use Jorvent\Screening\Read\LibraryQuery;
use Jorvent\Shell\Lists\Lists;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The library of screening questions, to be taken into any brief or profile. */
#[Route('/question-library', requirements: ['id' => '\d{1,9}'])]
final class LibraryPage extends SignedInPage
{
    public function __construct(private readonly QuestionLibrary $library)
    {
    }

    #[Gate(Permission::OpenRequisition)]
    #[Route('', name: 'question_library', methods: ['GET'])]
    public function list(Request $request, Lists $lists): Response
    {
        $retired = 'retired' === $request->query->getString('show');
        $shown = $lists->shown($request, LibraryQuery::listing($retired), $this->me()->id);

        return $shown instanceof Response ? $shown : $this->render('screening/library.html.twig', $shown + [
            'show' => $retired ? 'retired' : 'used',
        ]);
    }

    #[Gate(Permission::Administer)]
    #[Route('/{id}', name: 'question_library_rename', methods: ['POST'])]
    public function rename(int $id, Request $request): Response
    {
        $name = trim($request->request->getString('name'));

        return $this->act(fn () => $this->library->rename($id, $name), 'question_renamed', 'question_library');
    }

    #[Gate(Permission::Administer)]
    #[Route('/{id}/retire', name: 'question_library_retire', methods: ['POST'])]
    public function retire(int $id): Response
    {
        return $this->act(fn () => $this->library->retire($id), 'question_retired', 'question_library');
    }

    #[Gate(Permission::Administer)]
    #[Route('/{id}/take-back', name: 'question_library_take_back', methods: ['POST'])]
    public function takeBack(int $id): Response
    {
        $back = ['show' => 'retired'];

        return $this->act(fn () => $this->library->takeBack($id), 'question_revived', 'question_library', $back);
    }
}
