<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\People\Event\WeightsChanged;
use Jorvent\Requisitions\Event\BriefChanged;
use Jorvent\Requisitions\Read\FactsQuery;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Everyone in a pipeline is rated anew when its brief asks for something else, or weighs it otherwise. */
final readonly class RateAnew
{
    public function __construct(private FactsQuery $requisitions, private RateApplicants $rate)
    {
    }

    #[AsEventListener]
    public function brief(BriefChanged $event): void
    {
        ($this->rate)($this->requisitions->of($event->requisition));
    }

    #[AsEventListener]
    public function weights(WeightsChanged $event): void
    {
        ($this->rate)($this->requisitions->of($event->requisition));
    }
}
