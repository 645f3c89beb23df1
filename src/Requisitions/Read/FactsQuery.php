<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Requisitions for other modules. */
final readonly class FactsQuery
{
    public function __construct(private RequisitionRepository $requisitions, private Db $db)
    {
    }

    public function byNumber(int $number): RequisitionFacts
    {
        $requisition = $this->requisitions->byNumber($number) ?? throw new NotFoundHttpException();

        return $requisition->facts();
    }

    public function of(int $id): RequisitionFacts
    {
        $requisition = $this->requisitions->find($id) ?? throw new \LogicException('No such requisition.');

        return $requisition->facts();
    }

    /**
     * While someone takes one of its positions nobody else does, until the end of the transaction. What points at it
     * can be written meanwhile.
     */
    public function hold(int $id): void
    {
        $this->db->execute('SELECT id FROM requisition WHERE id = :id FOR NO KEY UPDATE', ['id' => $id]);
    }

    /** As it is now, locked until the end of the transaction. */
    public function held(int $id): RequisitionFacts
    {
        return $this->requisitions->held($id)->facts();
    }

    /**
     * @param list<int> $ids
     *
     * @return list<RequisitionFacts>
     */
    public function some(array $ids): array
    {
        return array_map(static fn (Requisition $one): RequisitionFacts => $one->facts(), $this->requisitions->some($ids));
    }

    /** @return list<RequisitionFacts> by number */
    public function all(): array
    {
        return array_map(static fn (Requisition $one): RequisitionFacts => $one->facts(), $this->requisitions->all());
    }
}
