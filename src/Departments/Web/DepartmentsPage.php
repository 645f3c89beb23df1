<?php

declare(strict_types=1);

namespace Jorvent\Departments\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Reporting\Spread;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Requisitions\RequisitionViews;
use Jorvent\Shell\Lists\Column;
use Jorvent\Shell\Lists\Listing;
use Jorvent\Shell\Lists\Lists;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Departments within reach, and the page of each: what it has open, who is seen, who works there, how its hiring goes. */
#[Route('/departments')]
final class DepartmentsPage extends SignedInPage
{
    public function __construct(private readonly Db $db, private readonly Access $access, private readonly ClockInterface $clock)
    {
    }

    #[Gate(Permission::BeSignedIn)]
    #[Route('', name: 'departments', methods: ['GET'])]
    public function list(Request $request, Lists $lists): Response
    {
        $listing = $this->listing();
        $list = $lists->state($request, $listing, $this->me()->id);
        $format = $request->query->getString('as');
        if (\in_array($format, SheetWriter::FORMATS, true)) {
            return $lists->export($listing, $list, $format);
        }

        return $this->render('departments/list.html.twig', ['listing' => $listing, 'list' => $list, 'page' => $lists->page($listing, $list), 'count' => null === $list->after ? $lists->count($listing, $list) : null]);
    }

    #[Gate(Permission::ReadRequisition, Gate::UNIT)]
    #[Route('/{unit}', name: 'department', requirements: ['unit' => '\d{1,9}'], methods: ['GET'])]
    public function show(int $unit, RequisitionViews $views): Response
    {
        $row = $this->db->row("SELECT u.*, p.name AS parent, p.id AS above, (SELECT string_agg(a.name, ', ') FROM post_holder h JOIN account a ON a.id = h.account_id WHERE h.unit_id = u.id AND h.post = 'department_head') AS head FROM org_unit u LEFT JOIN org_unit p ON p.id = u.parent_id WHERE u.id = :id", ['id' => $unit]) ?? throw $this->createNotFoundException();
        $within = ['path' => $row->str('path').'%'];
        $days = array_map(static fn ($r): int => $r->int('days'), $this->db->rows("SELECT CAST(extract(day FROM h.signed_at - q.opened_on) AS int) AS days FROM hire h JOIN application p ON p.id = h.application_id JOIN requisition q ON q.id = p.requisition_id JOIN org_unit u ON u.id = q.unit_id WHERE u.path LIKE :path AND q.opened_on IS NOT NULL AND h.signed_at > CAST(:now AS timestamptz) - interval '2 years'", $within + ['now' => $this->clock->now()]));

        return $this->render('departments/one.html.twig', [
            'unit' => $row, 'open' => $views->views("WHERE u.path LIKE :path AND r.state IN ('approved', 'asked', 'sent_back', 'draft', 'on_hold')", $within, 'ORDER BY r.target_on', 30), 'spread' => Spread::of($days),
            'figures' => $this->db->row(
                "SELECT (SELECT coalesce(sum(r.positions), 0) FROM requisition r JOIN org_unit u ON u.id = r.unit_id WHERE u.path LIKE :path AND r.state = 'approved') AS positions, (SELECT count(*) FROM application p JOIN requisition r ON r.id = p.requisition_id JOIN org_unit u ON u.id = r.unit_id WHERE u.path LIKE :path AND p.state = 'active') AS active,
                    (SELECT count(*) FROM offer o JOIN application p ON p.id = o.application_id JOIN requisition r ON r.id = p.requisition_id JOIN org_unit u ON u.id = r.unit_id WHERE u.path LIKE :path AND o.state = 'accepted') AS accepted, (SELECT count(*) FROM offer o JOIN application p ON p.id = o.application_id JOIN requisition r ON r.id = p.requisition_id JOIN org_unit u ON u.id = r.unit_id WHERE u.path LIKE :path AND o.state IN ('accepted', 'declined')) AS answered", $within),
            'interviews' => $this->db->rows("SELECT lower(i.during) AS starts, i.title, r.title AS requisition, r.number, (SELECT string_agg(a.name, ', ' ORDER BY a.name) FROM interview_seat t JOIN account a ON a.id = t.account_id WHERE t.interview_id = i.id) AS seats FROM interview i JOIN application p ON p.id = i.application_id JOIN requisition r ON r.id = p.requisition_id JOIN org_unit u ON u.id = r.unit_id
                WHERE u.path LIKE :path AND i.state = 'booked' AND lower(i.during) > :now ORDER BY 1 LIMIT 12", $within + ['now' => $this->clock->now()]),
            'people' => $this->db->rows('SELECT a.name, a.title FROM account a JOIN org_unit u ON u.id = a.unit_id WHERE u.path LIKE :path AND a.active ORDER BY a.name LIMIT 40', $within), 'below' => $this->db->rows("SELECT id, code, name, headcount, headcount_plan FROM org_unit WHERE parent_id = :id AND in_force AND kind IN ('division', 'department', 'team') ORDER BY code", ['id' => $unit]),
        ]);
    }

    private function listing(): Listing
    {
        $paths = $this->access->reach($this->me(), Permission::ReadRequisition);
        $where = $parameters = [];
        foreach ($paths as $i => $path) {
            $where[] = "u.path LIKE :reach$i";
            $parameters["reach$i"] = $path.'%';
        }
        $of = static fn (string $what, string $which): string => "(SELECT $what FROM requisition r JOIN org_unit w ON w.id = r.unit_id WHERE starts_with(w.path, u.path) AND $which)";

        return new Listing('departments', [
            new Column('name', 'Department', 'u.name'), new Column('code', 'Code', 'u.code'), new Column('kind', 'Kind', 'u.kind'), new Column('above', 'Lies under', 'p.name'), new Column('headcount', 'People', 'u.headcount', 'number'), new Column('plan', 'Plan', 'u.headcount_plan', 'number'),
            new Column('openings', 'Requisitions open', $of('count(*)', "r.state = 'approved'"), 'number'), new Column('positions', 'Positions open', $of('coalesce(sum(r.positions), 0)', "r.state = 'approved'"), 'number'), new Column('waiting', 'Briefs in preparation', $of('count(*)', "r.state IN ('draft', 'asked', 'sent_back')"), 'number', false),
        ], 'org_unit u LEFT JOIN org_unit p ON p.id = u.parent_id', 'u.id', ["u.in_force AND NOT u.retired AND u.kind IN ('division', 'department', 'team')", [] === $where ? 'false' : '('.implode(' OR ', $where).')'], $parameters, ['u.name', 'u.code'], 'code', false, ['id' => 'u.id']);
    }
}
