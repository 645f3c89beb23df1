<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

use Jorvent\Core\Careers\ReferralCredit;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Requisitions\Read\JobName;

/** An application that came by a referral, with the credit for it. */
final readonly class ReferredApplication
{
    /** @param int $id of the application */
    public function __construct(
        public int $id,
        public Teller $teller,
        public string $candidate,
        public JobName $job,
        public Stage $stage,
        public ApplicationState $state,
        public \DateTimeImmutable $appliedAt,
        public ReferralCredit $credit,
    ) {
    }

    /** Whether they got that far: in the pipeline or hired. */
    public function isOnTheWay(): bool
    {
        return \in_array($this->state, [ApplicationState::Active, ApplicationState::Hired], true);
    }
}
