<?php

declare(strict_types=1);

namespace Jorvent\Shell\Deliveries\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Delivery\DeliveryQuery;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What could not be delivered, whether it belongs to a requisition or not: why, and what to do about it. */
#[Gate(Permission::Administer)]
#[Route('/deliveries')]
final class DeliveriesPage extends Page
{
    public function __construct(private readonly DeliveryQuery $query, private readonly Deliveries $deliveries, private readonly ClockInterface $clock)
    {
    }

    #[Route('', name: 'deliveries', methods: ['GET'])]
    public function show(Request $request): Response
    {
        $before = self::whole($request, 'before');

        return $this->render('platform/deliveries.html.twig', [
            'counts' => $this->query->counts(), 'failed' => $this->query->failed($before), 'late' => $this->query->late(), 'now' => $this->clock->now(),
            'rows' => DeliveryQuery::ROWS, 'kinds' => $this->query->kinds(),
        ]);
    }

    #[Route('/all', name: 'deliveries_again', methods: ['POST'])]
    public function all(): Response
    {
        $this->say('deliveries_again', ['%count%' => $this->deliveries->tryAllAgain()]);

        return $this->redirectToRoute('deliveries', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{id}', name: 'delivery_act', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function change(int $id, Request $request): Response
    {
        $done = match (Input::of($request)->choice('then', DeliveryAct::class)) {
            DeliveryAct::Again => $this->deliveries->tryAgain($id) ? 'trying_again' : 'nothing_to_try',
            DeliveryAct::Drop => $this->deliveries->giveUp($id) ? 'delivery_dropped' : 'nothing_to_try',
        };
        $this->say($done);

        return $this->redirectToRoute('deliveries', [], Response::HTTP_SEE_OTHER);
    }
}
