<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Fit\Weights;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\FitSettings;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Whether what someone asks to be paid counts in fit, for all requisitions at once; candidates read it where they apply. */
#[Gate(Permission::Administer)]
final class FitPayPage extends Page
{
    #[Route('/fit', name: 'fit_pay', methods: ['GET', 'POST'])]
    public function pay(Request $request, FitSettings $settings): Response
    {
        $errors = Errors::none();
        $input = $request->isMethod('POST') ? Input::of($request) : null;
        if (null !== $input) {
            try {
                $settings->weighPay($input->int('points') ?? -1, $input->int('version') ?? 0);
                $this->say('fit_pay');

                return $this->redirectToRoute('fit_pay', [], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->render('people/fit_pay.html.twig', ['settings' => $settings->pay(), 'first' => Weights::POINTS, 'most' => Weights::MOST, 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }
}
