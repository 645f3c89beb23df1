<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\People\OwnData\Erase;
use Jorvent\People\Read\DataRequestQuery;
use Jorvent\Platform\Web\Errors;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Who asked to be forgotten, what would go, and doing it; for an admin, who need not read the person's papers for it.
 */
#[Gate(Permission::Administer)]
#[Route('/people/{candidate}/forget', requirements: ['candidate' => '\d{1,9}'])]
final class ForgetPage extends SignedInPage
{
    public function __construct(private readonly DataRequestQuery $query)
    {
    }

    #[Route('', name: 'person_forget', methods: ['GET'])]
    public function show(int $candidate): Response
    {
        return $this->page($candidate, Errors::none());
    }

    #[Route('', name: 'person_forget_now', methods: ['POST'])]
    public function forget(int $candidate, Erase $erase): Response
    {
        $errors = $this->attempt(fn () => $erase($candidate, 'house', $this->me()->id));
        if ($errors->any()) {
            return $this->page($candidate, $errors);
        }
        $this->say('forgotten');

        return $this->redirectToRoute('today', [], Response::HTTP_SEE_OTHER);
    }

    private function page(int $candidate, Errors $errors): Response
    {
        return $this->render('people/forget.html.twig', [
            'person' => $this->query->toForget($candidate) ?? throw $this->createNotFoundException(),
            'errors' => $errors,
        ], new Response(status: $errors->any() ? Response::HTTP_UNPROCESSABLE_ENTITY : Response::HTTP_OK));
    }
}
