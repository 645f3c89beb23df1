<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Sites;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The places where people work. */
#[Gate(Permission::Administer)]
#[Route('/sites')]
final class SitesPage extends Page
{
    public function __construct(private readonly Sites $sites)
    {
    }

    #[Route('', name: 'sites', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page(self::whole($request, 'site'), Errors::none(), null, $request->query->has('new'));
    }

    #[Route('', name: 'site_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $input = Input::of($request);
        $id = $input->int('site');
        if (WriteAct::Remove === $input->choice('then', WriteAct::class, WriteAct::Save) && null !== $id) {
            return $this->act(fn () => $this->sites->remove($id), 'site_removed', 'sites');
        }
        try {
            $id = $this->sites->save($id, $input->line('name'), $input->line('city'), strtoupper($input->line('country')), $input->line('zone'), strtoupper($input->line('currency')), self::degrees($input->line('latitude')), self::degrees($input->line('longitude')), $input->int('version') ?? 0, $input->line('region'), $input->line('postcode'));
            $this->say('site_saved');
        } catch (Refused $refused) {
            return $this->page($id ?? 0, Errors::of($refused->refusals), $input, null === $id);
        }

        return $this->redirectToRoute('sites', ['site' => $id], Response::HTTP_SEE_OTHER);
    }

    /** @param bool $new whether a new one is being written */
    private function page(int $open, Errors $errors, ?Input $input, bool $new): Response
    {
        $all = $this->sites->all();
        $site = array_values(array_filter($all, static fn ($s): bool => $s->int('id') === $open))[0] ?? null;

        return $this->render('organisation/sites.html.twig', ['all' => $all, 'site' => $new ? null : $site ?? $all[0] ?? null, 'zones' => \DateTimeZone::listIdentifiers(), 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }

    private static function degrees(string $typed): ?float
    {
        $typed = str_replace([',', '−'], ['.', '-'], $typed);

        return 1 === preg_match('/^-?\d{1,3}(\.\d{1,8})?$/', $typed) ? (float) $typed : null;
    }
}
