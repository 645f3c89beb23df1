<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Catalogue\Catalogue;
use Jorvent\Catalogue\Form\FamilyInput;
use Jorvent\Catalogue\Form\FamilyType;
use Jorvent\Catalogue\Read\ProfileList;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Shell\Lists\Lists;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The job catalogue: role profiles by family. */
#[Route('/catalogue')]
final class CataloguePage extends SignedInPage
{
    public function __construct(
        private readonly Catalogue $catalogue,
        private readonly ProfileQuery $query,
        private readonly Lists $lists,
    ) {
    }

    #[Gate(Permission::OpenRequisition)]
    #[Route('', name: 'catalogue', methods: ['GET'])]
    public function list(Request $request): Response
    {
        return $this->page($request, $this->formOf(FamilyType::class, new FamilyInput()));
    }

    #[Gate(Permission::Administer)]
    #[Route('/families', name: 'family_add', methods: ['POST'])]
    public function addFamily(Request $request): Response
    {
        $input = new FamilyInput();
        $form = $this->formOf(FamilyType::class, $input)->handleRequest($request);
        if ($this->done($form, fn () => $this->catalogue->addFamily($input->name ?? ''))) {
            $this->say('family_added');

            return $this->redirectToRoute('catalogue', status: Response::HTTP_SEE_OTHER);
        }

        return $this->page($request, $form);
    }

    /** @param FormInterface<FamilyInput> $form */
    private function page(Request $request, FormInterface $form): Response
    {
        $family = self::whole($request, 'family');
        $retired = 'retired' === $request->query->getString('show');
        $shown = $this->lists->shown($request, ProfileList::of($family, $retired), $this->me()->id);

        return $shown instanceof Response ? $shown : $this->render('catalogue/list.html.twig', $shown + [
            'family' => $family,
            'show' => $retired ? 'retired' : 'used',
            'families' => $this->query->families(),
            'form' => $form,
        ]);
    }
}
