<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Requisitions\Read\RequisitionList;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Shell\Lists\Lists;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** All requisitions one may read: filtered, sorted, with the columns one likes, paged by key. */
#[Gate(Permission::BeSignedIn)]
final class ListPage extends SignedInPage
{
    private const USUAL = 'open';

    #[Route('/requisitions', name: 'requisitions', methods: ['GET'])]
    public function show(Request $request, RequisitionQuery $views, Access $access, Lists $lists): Response
    {
        $states = RequisitionList::states();
        $asked = $request->query->getString('state');
        $state = \in_array($asked, $states, true) ? $asked : self::USUAL;
        [$visible, $parameters] = $access->visible($this->me());
        $listing = RequisitionList::of($visible, $parameters, $state);
        $shown = $lists->shown($request, $listing, $this->me()->id);
        if ($shown instanceof Response) {
            return $shown;
        }
        $ids = array_map(static fn ($row): int => $row->int('id'), $shown['page']->rows);

        return $this->render('requisitions/list.html.twig', $shown + [
            'views' => $views->byIds($ids), 'state' => $state, 'states' => $states,
        ]);
    }
}
