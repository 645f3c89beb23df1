<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Web;

use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Web\PublicPage;
use Jorvent\Pipeline\Shortlists;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Sharing a shortlist, and the guest's own page. */
final class ReviewPage extends PublicPage
{
    public function __construct(private readonly Shortlists $shortlists)
    {
    }

    #[OpenDoor('a signed link is the key')]
    #[Route('/l/review/{secret}', name: 'guest_review', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function review(string $secret, Request $request, GuestLinks $links): Response
    {
        $link = $links->open(LinkPurpose::Review, $secret);
        if (null === $link) {
            return $this->gone($request);
        }
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            $input = Input::of($request);
            try {
                $this->shortlists->view(
                    $link->subject,
                    $input->int('application') ?? 0,
                    $input->line('vote'),
                    $input->text('comment'),
                );

                return $this->redirectToRoute(
                    'guest_review',
                    ['secret' => $secret, '_fragment' => 'p'.$input->int('application')],
                    Response::HTTP_SEE_OTHER,
                );
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->publicPage(
            $request,
            'public/review.html.twig',
            ['people' => $this->shortlists->people($link->subject), 'errors' => $errors, 'until' => $link->expiresAt],
            $errors->any() ? 422 : 200,
        );
    }
}
