<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\Privacy\HandOver;
use Psr\Clock\ClockInterface;

/**
 * Who stood apart confirmed an address that we know: what is theirs goes over to the person known, of whom nothing is
 * changed, and nothing but an empty row is left. Run in a transaction.
 */
final readonly class GiveWay
{
    public function __construct(
        private CandidateRepository $candidates,
        private HandOver $handOver,
        private IndexCandidate $index,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param int $requisition they applied for
     * @param int $application by which they confirmed it
     *
     * @return int|null the person known; null when they stand apart from nobody
     */
    public function __invoke(int $claimant, int $requisition, int $application): ?int
    {
        $known = $this->candidates->held($claimant)->claims();
        if (null === $known) {
            return null;
        }
        [$gives] = $this->candidates->heldBoth($claimant, $known);
        $moved = $this->handOver->all($claimant, $known);
        $gives->giveWay($this->clock->now());
        $this->candidates->write();
        ($this->index)($known);
        $this->log->record('candidate.address_confirmed', 'candidate', $known, $requisition, $known, [
            'application' => $application, 'same' => !\in_array($application, $moved['application'] ?? [], true),
        ]);

        return $known;
    }
}
