<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Repository\AccountRepository;
use Jorvent\Accounts\SignIn\Sessions;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** Someone leaves: they sign in no longer, and all that is in their hands goes to another. */
final readonly class LetGo
{
    /** @param iterable<HeldWork> $work */
    public function __construct(
        private AccountRepository $accounts,
        private Staff $staff,
        private Sessions $sessions,
        private ActivityLog $log,
        private Db $db,
        #[AutowireIterator(HeldWork::class)]
        private iterable $work,
    ) {
    }

    /** @return array<string, int> what someone holds and another would take over, by its kind */
    public function holds(int $account): array
    {
        $holds = [];
        foreach ($this->work as $module) {
            $holds += $module->of($account);
        }

        return $holds;
    }

    /** Deactivates someone; all that is in their hands goes to another in the same step. */
    public function __invoke(int $account, ?int $to, Account $by): void
    {
        if ($account === $by->id) {
            throw Refused::because('not_yourself');
        }
        if (!$this->staff->manages($by, $account)) {
            throw Refused::because('person_outside_reach');
        }
        $this->db->transaction(function () use ($account, $to): void {
            $leaving = $this->accounts->held($account) ?? throw Refused::because('missing');
            if (0 !== array_sum($this->holds($account))) {
                if (null === $to || $to === $account || null === $this->accounts->active($to)) {
                    throw Refused::because('successor_missing', 'to');
                }
                foreach ($this->work as $module) {
                    $module->handOver($account, $to);
                }
            }
            $leaving->deactivate();
            $this->sessions->endAll($account);
            $this->log->record('account.deactivated', 'account', $account, change: ['to' => $to]);
        });
    }
}
