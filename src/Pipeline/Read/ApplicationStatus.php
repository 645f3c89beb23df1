<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Read;

use Jorvent\Core\Messages\Addressee;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Requisitions\Read\JobName;

/** How an application stands, for the one who sent it. */
final readonly class ApplicationStatus
{
    public function __construct(
        public int $id,
        public int $candidateId,
        public int $requisitionId,
        public Stage $stage,
        public ApplicationState $state,
        public \DateTimeImmutable $appliedAt,
        public Addressee $to,
        public JobName $job,
    ) {
    }

    public function isActive(): bool
    {
        return ApplicationState::Active === $this->state;
    }
}
