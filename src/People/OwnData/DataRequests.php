<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\DataRequest;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\People\Repository\OwnDataRepository;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** What people ask about their own data: to have it, or to be forgotten. */
final readonly class DataRequests
{
    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private ActivityLog $log,
        private CandidateRepository $candidates,
        private OwnDataRepository $requests,
    ) {
    }

    /**
     * Asked again while it is open, it stands as it was asked first.
     *
     * @throws Refused when they are forgotten, or there is nobody
     */
    public function ask(int $candidate, DataRequestKind $kind, DataRequestWay $way, ?int $requisition = null): void
    {
        $this->db->transaction(function () use ($candidate, $kind, $way, $requisition): void {
            $person = $this->candidates->held($candidate);
            if ([] !== $this->requests->open($candidate, $kind)) {
                return;
            }
            $this->requests->add(new DataRequest($person, $kind, $way, $this->clock->now()));
            $act = match ($kind) {
                DataRequestKind::Forget => 'candidate.asked_to_be_forgotten',
                DataRequestKind::Data => 'candidate.asked_for_data',
            };
            $this->log->record($act, 'candidate', $candidate, $requisition, $candidate);
        });
    }

    /** When someone asked to be forgotten, as long as it is not done. */
    public function askedToBeForgotten(int $candidate): ?\DateTimeImmutable
    {
        return ($this->requests->open($candidate, DataRequestKind::Forget)[0] ?? null)?->askedAt;
    }

    /** @return bool whether one was open */
    public function answer(int $candidate, ?DataRequestKind $kind = null, ?int $by = null): bool
    {
        $open = $this->requests->open($candidate, $kind);
        foreach ($open as $request) {
            $request->answer($this->clock->now(), $by);
        }
        $this->requests->write();

        return [] !== $open;
    }
}
