<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\CurrentPay;
use Jorvent\Requisitions\Form\CountriesInput;
use Jorvent\Requisitions\Form\CountriesType;
use Jorvent\Requisitions\Form\TextServiceInput;
use Jorvent\Requisitions\Form\TextServiceType;
use Jorvent\Requisitions\TextServices;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Help with writing, as an admin sets it: the text service, and where current pay is not asked. */
#[Gate(Permission::Administer)]
#[Route('/text-service')]
final class TextServicePage extends Page
{
    public function __construct(private readonly TextServices $service, private readonly CurrentPay $currentPay)
    {
    }

    #[Route('', name: 'text_service', methods: ['GET'])]
    public function show(): Response
    {
        return $this->page();
    }

    #[Route('', name: 'text_service_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $input = $this->input();
        $form = $this->formOf(TextServiceType::class, $input)->handleRequest($request);
        $save = fn () => $this->service->save($input->address ?? '', $input->model ?? '', $input->key ?? '');

        return $this->done($form, $save) ? $this->saved('text_service_saved') : $this->page($form);
    }

    #[Route('/test', name: 'text_service_test', methods: ['POST'])]
    public function test(): Response
    {
        return $this->act($this->service->test(...), 'text_service_answers', 'text_service');
    }

    #[Route('/remove', name: 'text_service_remove', methods: ['POST'])]
    public function remove(): Response
    {
        return $this->act($this->service->remove(...), 'text_service_saved', 'text_service');
    }

    #[Route('/countries', name: 'text_service_countries', methods: ['POST'])]
    public function countries(Request $request): Response
    {
        $input = $this->countriesInput();
        $form = $this->formOf(CountriesType::class, $input)->handleRequest($request);
        $save = fn () => $this->currentPay->setNotAsked($input->list());

        return $this->done($form, $save) ? $this->saved('text_service_saved') : $this->page(null, $form);
    }

    /**
     * @param FormInterface<TextServiceInput>|null $form      null: what is stored
     * @param FormInterface<CountriesInput>|null   $countries as above
     */
    private function page(?FormInterface $form = null, ?FormInterface $countries = null): Response
    {
        return $this->render('requisitions/text_service.html.twig', [
            'service' => $this->service->shown(),
            'form' => $form ?? $this->formOf(TextServiceType::class, $this->input()),
            'countries' => $countries ?? $this->formOf(CountriesType::class, $this->countriesInput()),
        ]);
    }

    private function input(): TextServiceInput
    {
        $shown = $this->service->shown();
        $input = new TextServiceInput();
        [$input->address, $input->model] = [$shown?->address, $shown?->model];

        return $input;
    }

    private function countriesInput(): CountriesInput
    {
        return new CountriesInput(implode(', ', $this->currentPay->notAsked()));
    }

    private function saved(string $sentence): Response
    {
        $this->say($sentence);

        return $this->redirectToRoute('text_service', [], Response::HTTP_SEE_OTHER);
    }
}
