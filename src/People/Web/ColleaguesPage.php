<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Colleagues;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Who of the people we know works or worked here, and whose people are not approached. */
#[Gate(Permission::Administer)]
#[Route('/colleagues')]
final class ColleaguesPage extends SignedInPage
{
    public function __construct(private readonly Colleagues $colleagues)
    {
    }

    #[Route('', name: 'colleagues', methods: ['GET'])]
    public function show(): Response
    {
        return $this->page(Errors::none(), null);
    }

    #[Route('/tie', name: 'colleague_tie', methods: ['POST'])]
    public function tie(Request $request): Response
    {
        $input = Input::of($request);
        $candidate = $input->int('candidate') ?? 0;

        return $this->act(fn () => match ($input->choice('then', ColleagueAnswer::class)) {
            ColleagueAnswer::Same => $this->colleagues->tie($candidate, $input->line('number')),
            ColleagueAnswer::Other => $this->colleagues->apart($candidate, $input->line('number')),
        }, null, 'colleagues');
    }

    #[Route('/agreement', name: 'no_poach', methods: ['POST'])]
    public function agreement(Request $request): Response
    {
        $input = Input::of($request);
        $end = $input->int('end');
        if (null !== $end) {
            return $this->act(fn () => $this->colleagues->endAgreement($end), null, 'colleagues');
        }
        try {
            $until = '' === $input->line('until') ? null : $input->day('until') ?? throw Refused::because('not_a_day', 'until');
            $this->colleagues->agree($input->line('employer'), $until, $input->line('note'), $this->me()->id);

            return $this->redirectToRoute('colleagues', [], Response::HTTP_SEE_OTHER);
        } catch (Refused $refused) {
            return $this->page(Errors::of($refused->refusals), $input);
        }
    }

    private function page(Errors $errors, ?Input $input): Response
    {
        return $this->render('people/colleagues.html.twig', ['counts' => $this->colleagues->counts(), 'maybe' => $this->colleagues->maybe(), 'tied' => $this->colleagues->tied(), 'agreements' => $this->colleagues->agreements(), 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }
}
