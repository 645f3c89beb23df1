<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\People\Dictionary;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Words that corrections taught: taken, shortened or refused; and reading all resumes anew with them. */
#[Gate(Permission::Administer)]
#[Route('/dictionary')]
final class DictionaryPage extends SignedInPage
{
    public function __construct(private readonly Dictionary $dictionary)
    {
    }

    #[Route('', name: 'dictionary', methods: ['GET'])]
    public function show(): Response
    {
        return $this->render('people/dictionary.html.twig', ['terms' => $this->dictionary->terms(), 'progress' => $this->dictionary->progress()]);
    }

    #[Route('', name: 'dictionary_decide', methods: ['POST'])]
    public function decide(Request $request): Response
    {
        $input = Input::of($request);
        $then = $input->choice('then', TermAct::class);

        return $this->act(fn () => match ($then) {
            TermAct::Anew => $this->dictionary->readAnew(),
            TermAct::Taken, TermAct::Refused => $this->dictionary->decide(
                $input->int('id') ?? 0, $then->value, $input->line('term'), $this->me()->id,
            ),
        }, TermAct::Anew === $then ? 'reading_anew' : null, 'dictionary');
    }
}
