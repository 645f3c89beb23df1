<?php

declare(strict_types=1);

namespace Jorvent\History\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\History\Read\LogQuery;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Everything that happened to a requisition. */
final class HistoryPage extends SignedInPage
{
    private const ROWS = 60;

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/r/{number}/history', name: 'history', requirements: ['number' => '\d{1,9}'], methods: ['GET'])]
    public function show(
        int $number, Request $request, RequisitionQuery $views, LogQuery $log, Subject $_subject,
    ): Response {
        $before = self::whole($request, 'before');
        $rows = $log->ofRequisition($_subject, $this->me(), $before > 0 ? $before : null, self::ROWS + 1);

        return $this->render('history/requisition.html.twig', [
            'view' => $views->byNumber($number),
            'rows' => \array_slice($rows, 0, self::ROWS),
            'more' => \count($rows) > self::ROWS,
        ]);
    }
}
