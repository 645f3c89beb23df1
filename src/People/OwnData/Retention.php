<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Retention\Ground;
use Jorvent\Core\Retention\Keeping;
use Jorvent\Core\Retention\Rules;
use Jorvent\Core\Retention\Step;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\RetentionRules;
use Jorvent\People\Read\RetentionQuery;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\People\Repository\OwnDataRepository;
use Jorvent\People\Store\KeepUntilStore;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;

/** Why each person's data is kept and until when, and their word on keeping it for longer. */
final readonly class Retention
{
    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private ActivityLog $log,
        private GuestLinks $links,
        private OwnDataRepository $ownData,
        private CandidateRepository $candidates,
        private RetentionQuery $query,
        private KeepUntilStore $store,
    ) {
    }

    public function rules(): Rules
    {
        return $this->ownData->rules()->rules();
    }

    /** The rules as they are edited, with their version. */
    public function edited(): RetentionRules
    {
        return $this->ownData->rules();
    }

    /**
     * @param int $seen the version that was edited
     *
     * @throws Refused when someone else saved others since
     */
    public function change(Rules $rules, int $seen): void
    {
        $this->db->transaction(function () use ($rules, $seen): void {
            $this->ownData->heldRules()->change($rules, $seen);
            $this->ownData->write();
            $this->log->record('retention.ruled', 'retention', RetentionRules::ID, change: [
                'application' => $rules->application,
                'future' => $rules->future,
                'sourced' => $rules->sourced,
                'ask_days' => $rules->askDays,
            ]);
        });
    }

    /** @return list<Ground> none of someone who is forgotten */
    public function grounds(int $candidate): array
    {
        return $this->query->grounds([$candidate], $this->rules())[$candidate] ?? [];
    }

    /** @throws Refused when they are forgotten, or there is nobody */
    public function keeping(int $candidate): Keeping
    {
        $grounds = $this->grounds($candidate);

        return [] === $grounds ? throw Refused::because('missing') : Keeping::of($grounds);
    }

    /**
     * What is to be done about someone today.
     *
     * @throws Refused when they are forgotten, or there is nobody
     */
    public function step(int $candidate): Step
    {
        $today = $this->clock->now()->setTime(0, 0);
        $canBeAsked = null !== $this->candidates->find($candidate)?->email();

        return $this->keeping($candidate)->step($this->rules(), $today, $this->query->asked($candidate), $canBeAsked);
    }

    /**
     * Writes down until when each of them is kept, where that changed.
     *
     * @param list<int> $candidates
     */
    public function write(array $candidates): void
    {
        $until = [];
        foreach ($this->query->grounds($candidates, $this->rules()) as $candidate => $grounds) {
            $until[$candidate] = Keeping::of($grounds)->until?->format('Y-m-d');
        }
        $this->store->write($until);
    }

    /**
     * They say that their data may be kept for longer.
     *
     * @throws Refused when they are forgotten, or there is nobody
     */
    public function renew(int $candidate): void
    {
        $this->db->transaction(function () use ($candidate): void {
            $this->candidates->held($candidate)->allowLonger($this->clock->now());
            $this->candidates->write();
            $this->write([$candidate]);
            $this->links->revoke(LinkPurpose::Keep, $candidate);
            $this->log->record('candidate.kept_longer', 'candidate', $candidate, null, $candidate);
        });
    }

    /** Whoever could not be asked is an admin's to decide on, from now on for a month. */
    public function askAdmin(int $candidate): void
    {
        $this->db->transaction(function () use ($candidate): void {
            if ($this->candidates->held($candidate)->askAdminToKeep($this->clock->now())) {
                $this->candidates->write();
                $this->log->record('candidate.admin_asked', 'candidate', $candidate, null, $candidate);
            }
        });
    }
}
