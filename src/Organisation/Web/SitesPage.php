<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Organisation\AllInUse;
use Jorvent\Organisation\Form\SiteInput;
use Jorvent\Organisation\Form\SiteType;
use Jorvent\Organisation\Read\SiteQuery;
use Jorvent\Organisation\Read\SiteRow;
use Jorvent\Organisation\Sites;
use Jorvent\Reference\Read\HolidayQuery;
use Jorvent\Reference\Read\RateQuery;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The places where people work. */
#[Gate(Permission::Administer)]
#[Route('/sites', requirements: ['site' => '\d{1,9}'])]
final class SitesPage extends SignedInPage
{
    public function __construct(
        private readonly Sites $sites,
        private readonly SiteQuery $query,
        private readonly StaffQuery $staff,
        private readonly AllInUse $inUse,
        private readonly HolidayQuery $holidays,
        private readonly RateQuery $rates,
    ) {
    }

    #[Route('', name: 'sites', methods: ['GET'])]
    public function show(Request $request): Response
    {
        $all = $this->query->all();
        $open = self::one($all, self::whole($request, 'site')) ?? $all[0] ?? null;

        return $this->page($all, $request->query->has('new') ? null : $open, null);
    }

    #[Route('', name: 'site_add', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $input = new SiteInput();
        $form = $this->formOf(SiteType::class, $input)->handleRequest($request);
        $id = 0;
        if ($this->done($form, function () use ($input, &$id): void {
            $id = $this->sites->add($input->facts());
        })) {
            return $this->saved($id);
        }

        return $this->page($this->query->all(), null, $form);
    }

    #[Route('/{site}', name: 'site_save', methods: ['POST'])]
    public function save(int $site, Request $request): Response
    {
        $all = $this->query->all();
        $open = self::one($all, $site) ?? throw $this->createNotFoundException();
        $input = new SiteInput();
        $form = $this->formOf(SiteType::class, $input)->handleRequest($request);
        if ($this->done($form, fn () => $this->sites->change($site, $input->facts(), (int) $input->version))) {
            return $this->saved($site);
        }

        return $this->page($all, $open, $form);
    }

    #[Route('/{site}/remove', name: 'site_remove', methods: ['POST'])]
    public function remove(int $site): Response
    {
        return $this->act(fn () => $this->sites->remove($site), 'site_removed', 'sites');
    }

    /**
     * @param list<SiteRow>                 $all
     * @param FormInterface<SiteInput>|null $sent a form that was sent and is shown again
     */
    private function page(array $all, ?SiteRow $open, ?FormInterface $sent): Response
    {
        $people = $this->staff->bySite();
        $others = [];
        foreach ($this->inUse->ofSites() as $site => $count) {
            $others[$site] = $count - ($people[$site] ?? 0);
        }
        $ahead = [];
        foreach ($this->holidays->countries() as $country) {
            $ahead[$country->country] = $country->ahead;
        }
        $new = new SiteInput();
        $new->zone = $this->me()->zone;

        return $this->render('organisation/sites.html.twig', [
            'sites' => $all,
            'open' => $open,
            'form' => $sent ?? $this->formOf(SiteType::class, null === $open ? $new : SiteInput::of($open)),
            'people' => $people,
            'requisitions' => $others,
            'holidays' => $ahead,
            'rates' => $this->rates->newest(),
        ]);
    }

    /** @param list<SiteRow> $all */
    private static function one(array $all, int $id): ?SiteRow
    {
        foreach ($all as $site) {
            if ($site->id === $id) {
                return $site;
            }
        }

        return null;
    }

    private function saved(int $id): RedirectResponse
    {
        $this->say('site_saved');

        return $this->redirectToRoute('sites', ['site' => $id], Response::HTTP_SEE_OTHER);
    }
}
