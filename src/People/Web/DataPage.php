<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Retention\Rules;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\DataRequests;
use Jorvent\People\OwnData;
use Jorvent\People\Retention;
use Jorvent\People\Tombstones;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** People's own data in one place: what they asked for, whose time is nearly over, who was forgotten and what proves it, and the rules. */
#[Gate(Permission::Administer)]
#[Route('/data')]
final class DataPage extends Page
{
    private const DAYS = 60;

    public function __construct(private readonly Db $db, private readonly Retention $retention, private readonly DataRequests $requests, private readonly Tombstones $tombstones)
    {
    }

    #[Route('', name: 'data', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page($request, Errors::none(), null);
    }

    #[Route('/rules', name: 'data_rules', methods: ['POST'])]
    public function rules(Request $request): Response
    {
        $input = Input::of($request);
        try {
            $this->retention->rule(new Rules($input->int('application') ?? 0, $input->int('future') ?? 0, $input->int('sourced') ?? 0, $input->int('ask_days') ?? 0));
            $this->say('retention_ruled');

            return $this->redirectToRoute('data', [], Response::HTTP_SEE_OTHER);
        } catch (Refused $refused) {
            return $this->page($request, Errors::of($refused->refusals), $input);
        }
    }

    /** A request that came by mail, letter or telephone. */
    #[Route('/request', name: 'data_request', methods: ['POST'])]
    public function request(Request $request, OwnData $data): Response
    {
        $input = Input::of($request);
        $candidate = $input->int('candidate') ?? 0;
        $way = $input->choice('way', RequestWay::class, RequestWay::Mail)->value;
        $kind = $input->choice('kind', DataRequestKind::class);
        $person = $this->db->row('SELECT email FROM candidate WHERE id = :id AND erased_at IS NULL', ['id' => $candidate]) ?? throw $this->createNotFoundException();
        if (DataRequestKind::Forget === $kind) {
            $this->requests->ask($candidate, 'forget', $way);

            return $this->redirectToRoute('person_forget', ['candidate' => $candidate], Response::HTTP_SEE_OTHER);
        }

        return $this->act(static fn () => null === $person->strOrNull('email') ? throw Refused::because('no_address') : $data->mail($candidate, null, $way), 'data_sent', 'data');
    }

    /** An admin's word on someone who could not be asked: kept as if they had said yes. */
    #[Route('/{candidate}/keep', name: 'data_keep', requirements: ['candidate' => '\d{1,9}'], methods: ['POST'])]
    public function keep(int $candidate): Response
    {
        return $this->act(fn () => $this->retention->renew($candidate), 'kept_longer', 'data');
    }

    /** All that is held of someone who has no address to send it to. */
    #[Route('/{candidate}/all.json', name: 'data_all', requirements: ['candidate' => '\d{1,9}'], methods: ['GET'])]
    public function all(int $candidate, OwnData $data): Response
    {
        if (0 === $this->db->int('SELECT count(*) FROM candidate WHERE id = :id AND erased_at IS NULL', ['id' => $candidate])) {
            throw $this->createNotFoundException();
        }

        return new Response(json_encode($data->of($candidate), \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES), 200, ['Content-Type' => 'application/json; charset=utf-8', 'Content-Disposition' => 'attachment; filename="data.json"', 'Cache-Control' => 'no-store']);
    }

    private function page(Request $request, Errors $errors, ?Input $input): Response
    {
        $words = mb_substr(trim($request->query->getString('who')), 0, 100);
        $found = mb_strlen($words) < 3 ? [] : $this->db->rows('SELECT id, name, email, city, headline FROM candidate WHERE erased_at IS NULL AND merged_into IS NULL AND (lower(email) = lower(:q) OR name ILIKE :like) ORDER BY (lower(email) = lower(:q)) DESC NULLS LAST, name, id LIMIT 20', ['q' => $words, 'like' => '%'.addcslashes($words, '%_\\').'%']);

        return $this->render('people/data.html.twig', [
            'q' => $words, 'found' => $found, 'requests' => $this->requests->recent(), 'ending' => $this->retention->ending(self::DAYS), 'days' => self::DAYS, 'stones' => $this->tombstones->recent(40), 'chain' => $this->tombstones->check(),
            'rules' => $this->retention->rules(), 'ways' => DataRequests::WAYS, 'errors' => $errors, 'input' => $input,
        ], new Response(status: $errors->any() ? 422 : 200));
    }
}
