<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Form\CodeInput;
use Jorvent\Accounts\Form\CodeType;
use Jorvent\Accounts\SignIn\SecondStep;
use Jorvent\Core\SignIn\Totp;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The code after the password: set up by whoever is asked for one and has none, asked from then on. */
#[Gate(Permission::BeSignedIn)]
final class FactorPage extends SignedInPage
{
    public function __construct(private readonly SecondStep $factor)
    {
    }

    #[Route('/sign-in/code', name: 'factor', defaults: ['_before_code' => true], methods: ['GET', 'POST'])]
    public function show(Request $request): Response
    {
        $setUp = $this->factor->isSetUp($this->me()->id);
        if ($setUp && $request->getSession()->has(SecondStep::BROUGHT)) {
            return $this->redirectToRoute('me');
        }

        return $setUp ? $this->bring($request) : $this->setUp($request);
    }

    private function bring(Request $request): Response
    {
        $input = new CodeInput();
        $form = $this->formOf(CodeType::class, $input)->handleRequest($request);
        if ($this->done($form, fn () => $this->factor->check($this->me(), $input->code ?? ''))) {
            $this->brought($request);

            return $this->redirectToRoute('today', status: Response::HTTP_SEE_OTHER);
        }

        return $this->render('accounts/factor.html.twig', ['form' => $form]);
    }

    private function setUp(Request $request): Response
    {
        $input = new CodeInput();
        $codes = [];
        $form = $this->formOf(CodeType::class, $input)->handleRequest($request);
        if ($this->done($form, function () use ($input, &$codes): void {
            $codes = $this->factor->setUp($this->me(), $input->code ?? '');
        })) {
            $this->brought($request);

            return $this->render('accounts/recovery_codes.html.twig', ['codes' => $codes]);
        }
        $secret = $this->factor->secretToSetUp($this->me());

        return $this->render('accounts/factor_set_up.html.twig', [
            'form' => $form, 'secret' => $secret, 'address' => Totp::address($secret, 'Jorvent', $this->me()->email),
        ]);
    }

    private function brought(Request $request): void
    {
        $request->getSession()->migrate(true);
        $request->getSession()->set(SecondStep::BROUGHT, true);
    }
}
