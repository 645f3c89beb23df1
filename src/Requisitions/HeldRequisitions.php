<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Accounts\HeldWork;
use Jorvent\Accounts\SignIn\DecidesSomething;
use Jorvent\Requisitions\Read\ApprovalQuery;
use Jorvent\Requisitions\Repository\ApprovalRepository;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;

/** Requisitions someone plays a part in, and approvals that wait for them. */
final readonly class HeldRequisitions implements HeldWork, DecidesSomething
{
    public function __construct(
        private RequisitionRepository $requisitions,
        private ApprovalRepository $approvals,
        private ApprovalQuery $query,
        private ClockInterface $clock,
    ) {
    }

    public function of(int $account): array
    {
        return [
            'requisitions' => $this->requisitions->countOpenOf($account),
            'approvals' => $this->query->waitingFor($account),
        ];
    }

    public function handOver(int $from, int $to): void
    {
        foreach ($this->requisitions->openOf($from) as $requisition) {
            $requisition->handOver($from, $to, null, $this->clock->now());
        }
        foreach ($this->approvals->waitingFor($from) as $approval) {
            $approval->handOver($to);
        }
    }

    public function decides(int $account): bool
    {
        return 0 !== $this->query->waitingFor($account);
    }
}
