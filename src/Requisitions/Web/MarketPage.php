<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\MarketView;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The market beside the brief, fetched anew each time the brief has been kept. */
#[Route('/r/{number}/market', requirements: ['number' => '\d{1,9}'])]
final class MarketPage extends Page
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly MarketView $market)
    {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('', name: 'market', methods: ['GET'])]
    public function show(int $number): Response
    {
        $requisition = $this->requisition($number);
        $brief = $requisition->brief();

        return $this->render('requisitions/market.html.twig', ['number' => $number, 'requisition' => $requisition, 'brief' => $brief, ...$this->market->of($requisition->id, $brief, $requisition->profileId)]);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/outside', name: 'market_outside', methods: ['POST'])]
    public function outside(int $number): Response
    {
        $requisition = $this->requisition($number);
        $this->market->askOutside($requisition->id, $requisition->brief());

        return $this->redirectToRoute('brief', ['number' => $number], Response::HTTP_SEE_OTHER);
    }

    private function requisition(int $number): Requisition
    {
        return $this->entities->getRepository(Requisition::class)->findOneBy(['number' => $number]) ?? throw $this->createNotFoundException();
    }
}
