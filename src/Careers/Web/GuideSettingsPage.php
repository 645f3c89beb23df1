<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Careers\Guide;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What the guide of the careers site says, when it offers itself, and what it may answer. */
#[Gate(Permission::Administer)]
#[Route('/guide')]
final class GuideSettingsPage extends Page
{
    public function __construct(private readonly Guide $guide)
    {
    }

    #[Route('', name: 'guide', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page(self::whole($request, 'answer'), Errors::none(), null);
    }

    #[Route('', name: 'guide_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $input = Input::of($request);
        $id = $input->int('answer_id');
        try {
            match ($input->choice('then', GuideAct::class, GuideAct::Save)) {
                GuideAct::Strike => $this->guide->strike($id ?? 0),
                GuideAct::Write => $this->guide->write($id, $input->line('locale'), $input->line('question'), $input->text('answer')),
                GuideAct::Save => $this->guide->save($input->line('offered'), $input->line('contact'), $input->map('greeting'), $input->int('version') ?? 0),
            };
            $this->say('guide_saved');
        } catch (Refused $refused) {
            return $this->page($id ?? 0, Errors::of($refused->refusals), $input);
        }

        return $this->redirectToRoute('guide', [], Response::HTTP_SEE_OTHER);
    }

    private function page(int $open, Errors $errors, ?Input $input): Response
    {
        $answers = $this->guide->answers();

        return $this->render('careers/guide_settings.html.twig', ['settings' => $this->guide->settings(), 'answers' => $answers, 'open' => array_values(array_filter($answers, static fn ($a): bool => $a->int('id') === $open))[0] ?? null, 'offered' => Guide::OFFERED, 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }
}
