<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Entity\Origin;

/** A requisition as other modules know it. */
final readonly class RequisitionFacts
{
    /** @param list<array<array-key, mixed>> $questions as Questionnaire::toArray() gives them */
    public function __construct(
        public int $id,
        public int $number,
        public RequisitionState $state,
        public Brief $brief,
        public Origin $origin,
        public int $questionsVersion,
        private array $questions,
        /** what was last looked for; empty before anyone did */
        public Search $lastSearch,
    ) {
    }

    public function isApproved(): bool
    {
        return RequisitionState::Approved === $this->state;
    }

    public function questionnaire(): Questionnaire
    {
        return Questionnaire::fromArray($this->questions);
    }
}
