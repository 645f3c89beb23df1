<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Requisitions\RequisitionViews;
use Jorvent\Shell\Lists\Column;
use Jorvent\Shell\Lists\Listing;
use Jorvent\Shell\Lists\Lists;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** All requisitions one may read: filtered, sorted, with the columns one likes, paged by key. */
#[Gate(Permission::BeSignedIn)]
final class ListPage extends SignedInPage
{
    private const STATES = ['open' => "r.state IN ('approved', 'asked', 'sent_back', 'draft', 'on_hold')", 'approved' => "r.state = 'approved'", 'preparing' => "r.state IN ('draft', 'asked', 'sent_back')", 'on_hold' => "r.state = 'on_hold'", 'ended' => "r.state IN ('filled', 'declined', 'cancelled')", 'all' => 'true'];

    #[Route('/requisitions', name: 'requisitions', methods: ['GET'])]
    public function show(Request $request, RequisitionViews $views, Access $access, Lists $lists): Response
    {
        $state = $request->query->getString('state', 'open');
        $state = isset(self::STATES[$state]) ? $state : 'open';
        $listing = $this->listing($access, $state);
        $list = $lists->state($request, $listing, $this->me()->id);
        $format = $request->query->getString('as');
        if (\in_array($format, SheetWriter::FORMATS, true)) {
            return $lists->export($listing, $list, $format);
        }
        $page = $lists->page($listing, $list);
        $drawn = [];
        foreach ([] === $page->rows ? [] : $views->views('WHERE r.id IN (:ids)', ['ids' => array_map(static fn ($r): int => $r->int('id'), $page->rows)], '', Lists::ROWS) as $view) {
            $drawn[$view->facts->int('id')] = $view;
        }

        return $this->render('requisitions/list.html.twig', ['listing' => $listing, 'list' => $list, 'page' => $page, 'views' => $drawn, 'count' => null === $list->after ? $lists->count($listing, $list) : null, 'state' => $state, 'states' => array_keys(self::STATES)]);
    }

    private function listing(Access $access, string $state): Listing
    {
        [$visible, $parameters] = $access->visible($this->me());
        $applications = static fn (string $which): string => "(SELECT count(*) FROM application x WHERE x.requisition_id = r.id AND $which)";

        return new Listing('requisitions', [
            new Column('title', 'Requisition', 'r.title'), new Column('number', 'Number', 'r.number', 'number', false), new Column('place', 'Site', 's.name'), new Column('unit', 'Department', 'u.name'), new Column('recruiter', 'Recruiter', 'rec.name'), new Column('manager', 'Manager', 'm.name', shown: false),
            new Column('line', 'Brief to hired', 'r.number', 'number', drawn: true), new Column('age', 'Age against target', 'r.number', 'number', drawn: true), new Column('state', 'State', 'r.state'), new Column('positions', 'Positions', 'r.positions', 'number', false), new Column('opened_on', 'Opened', 'r.opened_on', 'day', false), new Column('target_on', 'Target', 'r.target_on', 'day', false),
            new Column('applied', 'Applied', $applications("x.origin = 'applied'"), 'number', false), new Column('active', 'In the pipeline', $applications("x.state = 'active'"), 'number', false), new Column('hired', 'Hired', $applications("x.state = 'hired'"), 'number', false),
        ], 'requisition r JOIN unit_place u ON u.id = r.unit_id JOIN site_place s ON s.id = r.site_id JOIN account m ON m.id = r.manager_id JOIN account rec ON rec.id = r.recruiter_id', 'r.id', [$visible, self::STATES[$state]], $parameters, ['r.title', 's.city', 'u.name', 'm.name', 'rec.name', "'R-' || r.number"], 'number', true, ['id' => 'r.id']);
    }
}
