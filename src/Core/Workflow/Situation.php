<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** How a requisition, one application to it, one of its interviews and one of its offers stand together, as far as an act is about them. */
final readonly class Situation
{
    /**
     * @param int $signed   positions for which someone has signed and comes
     * @param int $promised offers that are out and not answered, without the one the act is about
     */
    public function __construct(
        public RequisitionState $requisition,
        public int $positions = 1,
        public int $signed = 0,
        public int $promised = 0,
        public ?ApplicationState $application = null,
        public KnockOut $knockOut = KnockOut::None,
        public bool $offerUnderWay = false,
        public ?InterviewState $interview = null,
        public ?OfferState $offer = null,
    ) {
    }
}
