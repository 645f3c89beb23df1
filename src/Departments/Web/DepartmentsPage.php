<?php

declare(strict_types=1);

namespace Jorvent\Departments\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Departments\Read\DepartmentList;
use Jorvent\Departments\Read\DepartmentQuery;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Shell\Lists\Lists;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Departments within reach, and each of them: what it has open, who is seen, who works there, how its hiring goes. */
#[Route('/departments')]
final class DepartmentsPage extends SignedInPage
{
    private const MOST_OPEN = 30;

    #[Gate(Permission::BeSignedIn)]
    #[Route('', name: 'departments', methods: ['GET'])]
    public function list(Request $request, Lists $lists, Access $access): Response
    {
        $listing = DepartmentList::within($access->reach($this->me(), Permission::ReadRequisition));
        $shown = $lists->shown($request, $listing, $this->me()->id);

        return $shown instanceof Response ? $shown : $this->render('departments/list.html.twig', $shown);
    }

    #[Gate(Permission::ReadRequisition, Gate::UNIT)]
    #[Route('/{unit}', name: 'department', requirements: ['unit' => '\d{1,9}'], methods: ['GET'])]
    public function show(int $unit, DepartmentQuery $query, RequisitionQuery $views): Response
    {
        $department = $query->one($unit) ?? throw $this->createNotFoundException();
        $path = $department->path;

        return $this->render('departments/one.html.twig', [
            'department' => $department,
            'open' => $views->views(
                "WHERE starts_with(u.path, :path) AND r.state IN ('approved', 'asked', 'sent_back', 'draft', 'on_hold')",
                ['path' => $path],
                'ORDER BY r.target_on',
                self::MOST_OPEN,
            ),
            'hiring' => $query->hiring($path),
            'interviews' => $query->interviews($path),
            'people' => $query->people($path),
            'below' => $query->below($unit),
        ]);
    }
}
