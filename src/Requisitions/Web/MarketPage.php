<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Market;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The market beside the brief, fetched anew each time the brief has been saved. */
#[Route('/r/{number}/market', requirements: ['number' => '\d{1,9}'])]
final class MarketPage extends Page
{
    public function __construct(private readonly Market $market)
    {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('', name: 'market', methods: ['GET'])]
    public function show(#[ByNumber] Requisition $requisition): Response
    {
        return $this->render('requisitions/market.html.twig', [
            'number' => $requisition->number,
            'brief' => $requisition->brief(),
            'beside' => $this->market->beside($requisition),
        ]);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/outside', name: 'market_outside', methods: ['POST'])]
    public function outside(#[ByNumber] Requisition $requisition): Response
    {
        $this->market->askOutside($requisition);

        return $this->redirectToRoute('brief', ['number' => $requisition->number], Response::HTTP_SEE_OTHER);
    }
}
