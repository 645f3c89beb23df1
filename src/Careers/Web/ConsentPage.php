<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Careers\Consent;
use Jorvent\Careers\Form\ConsentInput;
use Jorvent\Careers\Form\ConsentType;
use Jorvent\Careers\Read\ConsentQuery;
use Jorvent\Careers\Repository\SiteTextRepository;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What candidates agree to, in versions. */
#[Gate(Permission::Administer)]
final class ConsentPage extends SignedInPage
{
    #[Route('/consent', name: 'consent', methods: ['GET', 'POST'])]
    public function consent(
        Request $request,
        Consent $consent,
        ConsentQuery $query,
        SiteTextRepository $texts,
    ): Response {
        $now = $consent->version();
        $input = new ConsentInput($now, $texts->consent($now));
        $form = $this->formOf(ConsentType::class, $input)->handleRequest($request);
        $written = 0;
        if ($this->done($form, function () use ($consent, $input, &$written): void {
            $written = $consent->write($input->texts(), (int) $input->version, $this->me()->id);
        })) {
            $this->say('consent_written', ['version' => $written]);

            return $this->redirectToRoute('consent', [], Response::HTTP_SEE_OTHER);
        }

        return $this->render('careers/consent.html.twig', [
            'history' => $query->history(), 'version' => $now, 'form' => $form,
        ]);
    }
}
