<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** What decides whether an application may move. */
final readonly class ApplicationFacts
{
    public function __construct(
        public Stage $stage,
        public ApplicationState $state,
        public KnockOut $knockOut,
        public bool $requisitionApproved,
        public bool $confirmed = true,
        public bool $offerOpen = false,
    ) {
    }

    /** @return list<string> why this application may not go to a stage */
    public function moveBlockers(Stage $to): array
    {
        return $this->codes([
            'already_there' => $this->stage === $to,
            'not_active' => ApplicationState::Active !== $this->state,
            'knock_out_open' => KnockOut::Failed === $this->knockOut,
            'knock_out_confirmed' => KnockOut::Confirmed === $this->knockOut,
            'not_approved' => !$this->requisitionApproved,
            'hired_by_signature' => Stage::Hired === $to,
            'offer_open' => $this->offerOpen && $to->isBefore(Stage::Offer),
        ]);
    }

    /** @return list<string> why this application may not be closed out */
    public function closeBlockers(): array
    {
        return $this->codes([
            'not_active' => ApplicationState::Active !== $this->state,
            'knock_out_open' => KnockOut::Failed === $this->knockOut,
            'offer_open' => $this->offerOpen,
        ]);
    }

    /**
     * @param array<string, bool> $reasons
     *
     * @return list<string>
     */
    private function codes(array $reasons): array
    {
        return array_keys(array_filter($reasons));
    }
}
