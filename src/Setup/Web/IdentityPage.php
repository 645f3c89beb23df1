<?php

declare(strict_types=1);

namespace Jorvent\Setup\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Platform\Identity\Identities;
use Jorvent\Platform\Web\Page;
use Jorvent\Setup\ChangeIdentity;
use Jorvent\Setup\Form\IdentityInput;
use Jorvent\Setup\Form\IdentityType;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The name of the company, and the address its mails come from. */
#[Gate(Permission::Administer)]
final class IdentityPage extends Page
{
    #[Route('/identity', name: 'identity', methods: ['GET', 'POST'])]
    public function show(Request $request, Identities $identities, ChangeIdentity $change): Response
    {
        $input = IdentityInput::of($identities->get());
        $form = $this->formOf(IdentityType::class, $input)->handleRequest($request);
        if ($this->done($form, static fn () => $change(
            $input->company ?? '', $input->sender ?? '', (int) $input->version,
        ))) {
            $this->say('identity_changed');

            return $this->redirectToRoute('identity', status: Response::HTTP_SEE_OTHER);
        }

        return $this->render('setup/identity.html.twig', ['form' => $form]);
    }
}
