<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Careers\Consent;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What candidates agree to, in versions. */
#[Gate(Permission::Administer)]
final class ConsentPage extends SignedInPage
{
    #[Route('/consent', name: 'consent', methods: ['GET', 'POST'])]
    public function consent(Request $request, Consent $consent): Response
    {
        $errors = Errors::none();
        $input = $request->isMethod('POST') ? Input::of($request) : null;
        if (null !== $input) {
            try {
                $version = $consent->write($input->map('text'), $input->int('version') ?? 0, $this->me()->id);
                $this->say('consent_written', ['version' => $version]);

                return $this->redirectToRoute('consent', [], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->render('careers/consent.html.twig', ['history' => $consent->history(), 'version' => $consent->version(), 'locales' => Consent::LOCALES, 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }
}
