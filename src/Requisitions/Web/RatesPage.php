<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\ExchangeRates;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The dated table of exchange rates: one by hand, or many from CSV. */
#[Gate(Permission::Administer)]
#[Route('/rates')]
final class RatesPage extends Page
{
    private const MOST_BYTES = 5_000_000;

    public function __construct(private readonly ExchangeRates $rates)
    {
    }

    #[Route('', name: 'rates', methods: ['GET'])]
    public function show(): Response
    {
        return $this->page(Errors::none(), null);
    }

    #[Route('', name: 'rates_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $input = Input::of($request);
        $file = $request->files->get('file');
        $then = $input->choice('then', RatesAct::class);
        try {
            if (RatesAct::File === $then) {
                if (!$file instanceof UploadedFile || !$file->isValid() || $file->getSize() > self::MOST_BYTES) {
                    throw Refused::because('file_missing', 'file');
                }
                $this->say('rates_imported', ['%count%' => $this->rates->import((string) file_get_contents($file->getPathname()))]);
            } else {
                $this->rates->set(strtoupper($input->line('currency')), $input->line('day'), str_replace(',', '.', $input->line('per_euro')));
                $this->say('rate_saved');
            }
        } catch (Refused $refused) {
            return $this->page(Errors::of($refused->refusals), $input);
        }

        return $this->redirectToRoute('rates', [], Response::HTTP_SEE_OTHER);
    }

    private function page(Errors $errors, ?Input $input): Response
    {
        return $this->render('requisitions/rates.html.twig', ['all' => $this->rates->newest(), 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }
}
