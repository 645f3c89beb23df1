<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Careers\Declarations;
use Jorvent\Careers\FitByDeclared;
use Jorvent\Core\Careers\Declared;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What applicants declared of themselves, as counts of groups large enough to be shown; and what is asked. */
#[Gate(Permission::Administer)]
final class DeclaredPage extends Page
{
    #[Route('/declared', name: 'declared', methods: ['GET', 'POST'])]
    public function declared(Request $request, Declarations $declarations, FitByDeclared $fit): Response
    {
        $errors = Errors::none();
        $input = $request->isMethod('POST') ? Input::of($request) : null;
        if (null !== $input) {
            try {
                $declarations->save(array_keys($input->map('asked')), $input->int('smallest') ?? 0, $input->int('version') ?? 0);
                $this->say('declared_saved');

                return $this->redirectToRoute('declared', [], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }
        $by = 'division' === $request->query->getString('by') ? 'division' : 'quarter';

        return $this->render('careers/declared.html.twig', ['shown' => $declarations->shown($by), 'fit' => $fit->of(), 'by' => $by, 'settings' => $declarations->settings(), 'asked' => $declarations->asked(), 'questions' => Declared::QUESTIONS, 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }
}
