<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\SignIn\SecondFactor;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\SignIn\Totp;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The code after the password: set up by whoever is asked for one and has none, asked from then on. */
#[Gate(Permission::BeSignedIn)]
final class FactorPage extends Page
{
    public function __construct(private readonly SecondFactor $factor)
    {
    }

    #[Route('/sign-in/code', name: 'factor', defaults: ['_before_code' => true], methods: ['GET', 'POST'])]
    public function show(Request $request): Response
    {
        $me = $this->me();
        $setUp = $this->factor->isSetUp($me->id);
        if ($setUp && $request->getSession()->has(SecondFactor::BROUGHT)) {
            return $this->redirectToRoute('me');
        }
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            try {
                return $setUp ? $this->bring($request) : $this->setUp($request);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }
        $secret = $setUp ? null : $this->factor->secretToSetUp($me);

        return $this->render('accounts/factor.html.twig', [
            'errors' => $errors, 'secret' => $secret, 'codes' => [],
            'address' => null === $secret ? null : Totp::address($secret, 'Jorvent', $me->email),
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    private function bring(Request $request): Response
    {
        $this->factor->check($this->me(), Input::of($request)->line('code'));
        $this->brought($request);

        return $this->redirectToRoute('today', status: Response::HTTP_SEE_OTHER);
    }

    private function setUp(Request $request): Response
    {
        $codes = $this->factor->setUp($this->me(), Input::of($request)->line('code'));
        $this->brought($request);

        return $this->render('accounts/factor.html.twig', ['errors' => Errors::none(), 'secret' => null, 'address' => null, 'codes' => $codes]);
    }

    private function brought(Request $request): void
    {
        $request->getSession()->migrate(true);
        $request->getSession()->set(SecondFactor::BROUGHT, true);
    }
}
