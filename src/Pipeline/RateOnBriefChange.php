<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Requisitions\Event\BriefChanged;
use Jorvent\Requisitions\Read\FactsQuery;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Everyone in a pipeline is rated anew when its brief asks for something else. */
#[AsEventListener]
final readonly class RateOnBriefChange
{
    public function __construct(private FactsQuery $requisitions, private RateApplicants $rate)
    {
    }

    public function __invoke(BriefChanged $event): void
    {
        ($this->rate)($this->requisitions->of($event->requisition));
    }
}
