<?php

declare(strict_types=1);

namespace Jorvent\Reference\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Platform\Web\Page;
use Jorvent\Reference\ExchangeRates;
use Jorvent\Reference\Form\RateInput;
use Jorvent\Reference\Form\RatesFileInput;
use Jorvent\Reference\Form\RatesFileType;
use Jorvent\Reference\Form\RateType;
use Jorvent\Reference\Read\RateQuery;
use Psr\Clock\ClockInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The dated table of exchange rates: one by hand, or many from CSV. */
#[Gate(Permission::Administer)]
#[Route('/rates')]
final class RatesPage extends Page
{
    public function __construct(
        private readonly ExchangeRates $rates,
        private readonly RateQuery $query,
        private readonly ClockInterface $clock,
    ) {
    }

    #[Route('', name: 'rates', methods: ['GET', 'POST'])]
    public function show(Request $request): Response
    {
        $input = $this->one();
        $form = $this->formOf(RateType::class, $input)->handleRequest($request);
        if ($this->done($form, fn () => $this->rates->set(
            $input->currency ?? '',
            $input->day ?? '',
            str_replace(',', '.', $input->perEuro ?? ''),
        ))) {
            $this->say('rate_saved');

            return $this->redirectToRoute('rates', status: Response::HTTP_SEE_OTHER);
        }

        return $this->page(['one' => $form]);
    }

    #[Route('/file', name: 'rates_import', methods: ['POST'])]
    public function import(Request $request): Response
    {
        $input = new RatesFileInput();
        $form = $this->formOf(RatesFileType::class, $input)->handleRequest($request);
        $rows = 0;
        if ($this->done($form, function () use ($input, &$rows): void {
            $rows = $this->rates->import($input->path());
        })) {
            $this->say('rates_imported', ['%count%' => $rows]);

            return $this->redirectToRoute('rates', status: Response::HTTP_SEE_OTHER);
        }

        return $this->page(['file' => $form]);
    }

    /** @param array<string, FormInterface<covariant mixed>> $sent a form that was sent and is shown again */
    private function page(array $sent): Response
    {
        return $this->render('reference/rates.html.twig', $sent + [
            'currencies' => $this->query->currencies(),
            'one' => $this->formOf(RateType::class, $this->one()),
            'file' => $this->formOf(RatesFileType::class, new RatesFileInput()),
        ]);
    }

    private function one(): RateInput
    {
        return new RateInput($this->clock->now()->format('Y-m-d'));
    }
}
