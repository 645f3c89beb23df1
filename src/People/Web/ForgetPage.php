<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Erase;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Errors;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Who asked to be forgotten, what would go, and doing it; for an admin, who need not read the person's papers for it. */
#[Gate(Permission::Administer)]
final class ForgetPage extends SignedInPage
{
    #[Route('/people/{candidate}/forget', name: 'person_forget', requirements: ['candidate' => '\d{1,9}'], methods: ['GET', 'POST'])]
    public function forget(int $candidate, Request $request, Db $db, Erase $erase): Response
    {
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            try {
                $erase($candidate, 'house', $this->me()->id);
                $this->say('forgotten');

                return $this->redirectToRoute('today', [], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }
        $person = $db->row("SELECT c.id, c.name, (SELECT asked_at FROM data_request WHERE candidate_id = c.id AND kind = 'forget' AND done_at IS NULL) AS forget_asked_at, c.created_at, (SELECT count(*) FROM resume WHERE candidate_id = c.id) AS resumes, (SELECT count(*) FROM application WHERE candidate_id = c.id) AS applications, (SELECT count(*) FROM application WHERE candidate_id = c.id AND state = 'active') AS active, (SELECT count(*) FROM personal_value WHERE candidate_id = c.id AND content IS NOT NULL) AS texts
            FROM candidate c WHERE c.id = :id AND c.erased_at IS NULL", ['id' => $candidate]) ?? throw $this->createNotFoundException();

        return $this->render('people/forget.html.twig', ['person' => $person, 'errors' => $errors], new Response(status: $errors->any() ? 422 : 200));
    }
}
