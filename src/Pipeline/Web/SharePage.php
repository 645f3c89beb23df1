<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Pipeline\Shortlists;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Shows some applicants to a guest by a link, and takes the link back. */
#[Gate(Permission::CloseOut, Gate::REQUISITION)]
#[Route('/r/{number}/pipeline/share', requirements: ['number' => '\d{1,9}', 'shortlist' => '\d{1,9}'])]
final class SharePage extends SignedInPage
{
    public function __construct(private readonly Shortlists $shortlists)
    {
    }

    #[Route('', name: 'shortlist_share', methods: ['POST'])]
    public function share(int $number, Request $request, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(function () use ($input, $_subject): void {
            $guest = $input->line('guest');
            $link = $this->shortlists->share(
                (int) $_subject->requisitionId,
                $input->ints('application'),
                $guest,
                $this->me()->id,
                $input->has('contacts'),
            );
            $this->say('shortlist_shared', ['%guest%' => $guest, '%link%' => $link, '%days%' => Shortlists::DAYS]);
        }, null, 'pipeline', ['number' => $number]);
    }

    #[Route('/{shortlist}/revoke', name: 'shortlist_revoke', methods: ['POST'])]
    public function revoke(int $number, int $shortlist, Subject $_subject): Response
    {
        return $this->act(
            fn () => $this->shortlists->revoke((int) $_subject->requisitionId, $shortlist),
            'shortlist_revoked',
            'pipeline',
            ['number' => $number],
        );
    }
}
