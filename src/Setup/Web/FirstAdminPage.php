<?php

declare(strict_types=1);

namespace Jorvent\Setup\Web;

use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\CsrfCheck;
use Jorvent\Platform\Web\OpenDoor;
use Jorvent\Platform\Web\Page;
use Jorvent\Setup\Form\FirstAdminInput;
use Jorvent\Setup\Form\FirstAdminType;
use Jorvent\Setup\LetInFirstAdmin;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** How an empty instance gets its first admin. */
#[OpenDoor('nobody has an account yet')]
final class FirstAdminPage extends Page
{
    #[Route('/first-admin', name: 'first_admin', methods: ['GET'])]
    public function noLink(): Response
    {
        return $this->render('setup/no_link.html.twig');
    }

    #[Route(
        '/first-admin/{secret}',
        name: 'first_admin_link',
        defaults: ['_csrf' => CsrfCheck::PUBLIC],
        methods: ['GET', 'POST'],
    )]
    public function show(string $secret, Request $request, LetInFirstAdmin $letIn, GuestLinks $links): Response
    {
        $link = $links->open(LinkPurpose::FirstAdmin, $secret);
        if (null === $link) {
            return $this->render('public/gone.html.twig', [], new Response(status: Response::HTTP_GONE));
        }
        $input = new FirstAdminInput();
        $form = $this->formOf(FirstAdminType::class, $input)->handleRequest($request);
        if ($this->done($form, static fn () => $letIn($link, $input->admin(), $input->new ?? ''))) {
            return $this->redirectToRoute('sign_in', status: Response::HTTP_SEE_OTHER);
        }

        return $this->render('setup/first_admin.html.twig', ['form' => $form]);
    }
}
