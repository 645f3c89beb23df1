<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\SourcingSettings;
use Jorvent\People\Thesaurus;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What an admin sets for searching: words that stand for one another, and for how long people who were closed out are left in peace. */
#[Gate(Permission::Administer)]
final class ThesaurusPage extends Page
{
    #[Route('/thesaurus', name: 'thesaurus', methods: ['GET', 'POST'])]
    public function thesaurus(Request $request, Thesaurus $thesaurus, SourcingSettings $settings): Response
    {
        $errors = Errors::none();
        $input = $request->isMethod('POST') ? Input::of($request) : null;
        if (null !== $input) {
            try {
                $thesaurus->write($input->int('id'), $input->int('version') ?? 0, preg_split('/\s*[,;]\s*/u', $input->line('terms'), -1, \PREG_SPLIT_NO_EMPTY) ?: []);
                $this->say('thesaurus');

                return $this->redirectToRoute('thesaurus', ['word' => $request->query->getString('word')], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->render('people/thesaurus.html.twig', ['word' => $request->query->getString('word'), 'entries' => $thesaurus->all($request->query->getString('word')), 'learned' => $thesaurus->learnedOn(), 'settings' => $settings->all(), 'chance' => $settings->chance(), 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }

    #[Route('/thesaurus/cooling', name: 'sourcing_settings', methods: ['POST'])]
    public function cooling(Request $request, SourcingSettings $settings): Response
    {
        $input = Input::of($request);

        return $this->act(static fn () => $settings->cool($input->int('days') ?? -1, $input->int('version') ?? 0), 'sourcing_set', 'thesaurus');
    }
}
