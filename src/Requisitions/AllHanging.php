<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Read\ApprovalQuery;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** What hangs on a requisition in all modules together: offers first, then people, then adverts. */
final readonly class AllHanging
{
    /** @param iterable<HangsOnRequisition> $all */
    public function __construct(
        #[AutowireIterator(HangsOnRequisition::class)] private iterable $all,
        private ApprovalQuery $approvals,
    ) {
    }

    public function met(Requisition $requisition): Met
    {
        $counts = ['asked' => $this->approvals->waitingAbout($requisition->id)];
        foreach ($this->all as $one) {
            $counts += $one->counts($requisition->id);
        }

        return new Met($requisition->positions(), ...$counts);
    }

    public function hold(int $requisition): void
    {
        foreach ($this->all as $one) {
            $one->hold($requisition);
        }
    }

    public function end(Ending $ending): void
    {
        foreach ($this->all as $one) {
            $one->end($ending);
        }
    }
}
