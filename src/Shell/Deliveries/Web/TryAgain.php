<?php

declare(strict_types=1);

namespace Jorvent\Shell\Deliveries\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\SubjectFinder;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\Deliveries;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Sends a failed delivery on its way again. */
final class TryAgain extends SignedInPage
{
    #[Gate(Permission::BeSignedIn)]
    #[Route('/deliveries/{id}/again', name: 'try_again', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function __invoke(
        int $id,
        Request $request,
        Db $db,
        Deliveries $deliveries,
        SubjectFinder $subjects,
        Access $access,
    ): Response {
        $row = $db->row(
            'SELECT r.number FROM delivery o LEFT JOIN requisition_head r ON r.id = o.requisition_id WHERE o.id = :id', ['id' => $id],
        ) ?? throw $this->createNotFoundException();
        $number = $row->intOrNull('number');
        $may = null === $number
            ? $access->allows($this->me(), Permission::Administer)
            : $access->allows($this->me(), Permission::MovePipeline, $subjects->find(Gate::REQUISITION, $number, $this->me()->id));
        if (!$may) {
            throw $this->createAccessDeniedException();
        }
        $this->say($deliveries->tryAgain($id) ? 'trying_again' : 'nothing_to_try');

        return $this->back($request);
    }
}
