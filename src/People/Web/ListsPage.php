<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\PeopleLists;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Lists of people across requisitions, beside who is on them. */
#[Gate(Permission::Search)]
#[Route('/lists')]
final class ListsPage extends SignedInPage
{
    public function __construct(private readonly PeopleLists $lists)
    {
    }

    #[Route('', name: 'people_lists', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page(self::whole($request, 'list'), Errors::none(), null);
    }

    #[Route('', name: 'people_list_open', methods: ['POST'])]
    public function open(Request $request): Response
    {
        $input = Input::of($request);
        $shared = Whose::Shared === $input->choice('whose', Whose::class, Whose::Shared);
        try {
            $list = $this->lists->open($input->line('name'), $shared, $this->me()->id);

            return $this->redirectToRoute('people_lists', ['list' => $list], Response::HTTP_SEE_OTHER);
        } catch (Refused $refused) {
            return $this->page(0, Errors::of($refused->refusals), $input);
        }
    }

    #[Route('/{people}/{then}', name: 'people_list_act', requirements: ['people' => '\d{1,9}', 'then' => 'share|own|end|off'], methods: ['POST'])]
    public function act_(int $people, string $then, Request $request): Response
    {
        $candidate = Input::of($request)->int('candidate') ?? 0;

        return $this->act(fn () => 'off' === $then ? $this->lists->take($people, $candidate, $this->me()->id) : $this->lists->change($people, $then, $this->me()->id), null, 'people_lists', 'end' === $then ? [] : ['list' => $people]);
    }

    #[Route('/{people}.{format}', name: 'people_list_export', requirements: ['people' => '\d{1,9}', 'format' => 'csv|xlsx'], methods: ['GET'])]
    public function export(int $people, string $format): Response
    {
        try {
            $name = $this->lists->one($people, $this->me()->id)->str('name');
        } catch (Refused) {
            throw $this->createNotFoundException();
        }

        return SheetWriter::response($format, 'list', ['name', 'headline', 'town', 'years', 'tags', 'on the way', 'note', 'list'], array_map(static fn (Record $p): array => [$p->str('name'), $p->str('headline'), $p->strOrNull('city') ?? '', $p->strOrNull('years') ?? '', $p->strOrNull('tags') ?? '', $p->int('active'), $p->str('note'), $name], $this->lists->people($people, $this->me())));
    }

    private function page(int $list, Errors $errors, ?Input $input): Response
    {
        $me = $this->me()->id;
        $all = $this->lists->of($this->me());
        $list = 0 === $list ? ($all[0] ?? null)?->int('id') ?? 0 : $list;
        try {
            $one = 0 === $list ? null : $this->lists->one($list, $me);
        } catch (Refused) {
            throw $this->createNotFoundException();
        }

        return $this->render('people/lists.html.twig', ['all' => $all, 'one' => $one, 'people' => null === $one ? [] : $this->lists->people($list, $this->me()), 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }
}
