<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\TextServices\TextService;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\TextServiceStore;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Help with writing, as an admin sets it: the text service, and where current pay is not asked. */
#[Gate(Permission::Administer)]
#[Route('/text-service')]
final class TextServicePage extends Page
{
    public function __construct(private readonly TextServiceStore $store)
    {
    }

    #[Route('', name: 'text_service', methods: ['GET'])]
    public function show(): Response
    {
        return $this->render('requisitions/text_service.html.twig', ['service' => $this->store->shown(), 'countries' => $this->store->countriesWithoutCurrentPay(), 'errors' => Errors::none(), 'input' => null]);
    }

    #[Route('', name: 'text_service_save', methods: ['POST'])]
    public function save(Request $request, TextService $texts): Response
    {
        $input = Input::of($request);
        $then = $input->choice('then', TextServiceAct::class);
        try {
            match ($then) {
                TextServiceAct::Countries => $this->store->setCountriesWithoutCurrentPay(array_values(array_filter(preg_split('/[\s,;]+/', $input->line('countries')) ?: [], static fn (string $c): bool => '' !== $c))),
                TextServiceAct::Remove => $this->store->remove(),
                TextServiceAct::Test => $this->test($texts),
                TextServiceAct::Keep => $this->store->save($input->line('address'), $input->line('model'), $input->line('key')),
            };
            $this->say(TextServiceAct::Test === $then ? 'text_service_answers' : 'text_service_saved');
        } catch (Refused $refused) {
            return $this->renderRefused('requisitions/text_service.html.twig', ['service' => $this->store->shown(), 'countries' => $this->store->countriesWithoutCurrentPay(), 'input' => $input], $refused);
        }

        return $this->redirectToRoute('text_service', [], Response::HTTP_SEE_OTHER);
    }

    private function test(TextService $texts): void
    {
        try {
            $settings = $this->store->settings() ?? throw Refused::because('missing', 'address');
            foreach ($texts->write($settings, 'Answer with one word.', 'Say yes.') as $piece) {
                return;
            }
        } catch (NotNow|RefusedByThem $e) {
            throw Refused::because('text_service_silent', 'address', ['error' => $e->getMessage()]);
        }
    }
}
