<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Careers\Web\PublicPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\Pipeline\Shortlists;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Gate;
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

    #[Gate(Permission::CloseOut, Gate::REQUISITION)]
    #[Route('/r/{number}/pipeline/share', name: 'shortlist_share', requirements: ['number' => '\d{1,9}'], methods: ['POST'])]
    public function share(int $number, Request $request, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(function () use ($input, $_subject): void {
            $link = $this->shortlists->share((int) $_subject->requisitionId, $input->ints('application'), $input->line('guest'), $this->me()->id, $input->has('contacts'));
            $this->say('shortlist_shared', ['%guest%' => $input->line('guest'), '%link%' => $link, '%days%' => Shortlists::DAYS]);
        }, null, 'pipeline', ['number' => $number]);
    }

    #[Gate(Permission::CloseOut, Gate::REQUISITION)]
    #[Route('/r/{number}/pipeline/share/{shortlist}/revoke', name: 'shortlist_revoke', requirements: ['number' => '\d{1,9}', 'shortlist' => '\d{1,9}'], methods: ['POST'])]
    public function revoke(int $number, int $shortlist, Subject $_subject): Response
    {
        return $this->act(fn () => $this->shortlists->revoke((int) $_subject->requisitionId, $shortlist), 'shortlist_revoked', 'pipeline', ['number' => $number]);
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
                $this->shortlists->view($link->subject, $input->int('application') ?? 0, $input->line('vote'), $input->text('comment'));

                return $this->redirectToRoute('guest_review', ['secret' => $secret, '_fragment' => 'p'.$input->int('application')], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->publicPage($request, 'public/review.html.twig', ['people' => $this->shortlists->people($link->subject), 'errors' => $errors, 'until' => $link->expiresAt], $errors->any() ? 422 : 200);
    }
}
