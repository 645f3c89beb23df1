<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Event\GrantsChanged;
use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Accounts\Repository\AccountRepository;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/** What an admin does with people: invite, give and take roles, as far as they manage them. */
final readonly class Staff
{
    private const INVITATION_DAYS = 14;

    public function __construct(
        private AccountRepository $accounts,
        private StaffQuery $query,
        private Db $db,
        private ClockInterface $clock,
        private ActivityLog $log,
        private ForgottenPassword $passwords,
        private EventDispatcherInterface $events,
        private Access $access,
    ) {
    }

    /** @return int the id of the new account */
    public function invite(Invitation $invitation, Account $by): int
    {
        Refused::unlessEmpty(array_values(array_filter([
            ...$invitation->blockers(),
            $this->within($by, $invitation->unit) ? null : new Refusal('unit', 'unit_outside_reach'),
            null !== $this->accounts->byEmail($invitation->email) ? new Refusal('email', 'email_known') : null,
        ])));

        return $this->db->transaction(function () use ($invitation, $by): int {
            $account = $invitation->account($this->clock->now());
            $this->accounts->add($account);
            $this->grant($account->id, $invitation->role, $invitation->unit, $by);
            $this->passwords->invite($account->id, self::INVITATION_DAYS);
            $this->log->record('account.invited', 'account', $account->id);

            return $account->id;
        });
    }

    public function grant(int $account, Role $role, int $unit, Account $by): void
    {
        if (!$this->within($by, $unit)) {
            throw Refused::because('unit_outside_reach', 'unit');
        }
        $this->db->transaction(function () use ($account, $role, $unit): void {
            $to = $this->accounts->held($account) ?? throw Refused::because('missing');
            if ($to->grant($role, $unit)) {
                $this->changed($account, 'account.granted', $role, $unit);
            }
        });
    }

    public function revoke(int $grant, Account $by): void
    {
        $this->db->transaction(function () use ($grant, $by): void {
            $admins = $this->accounts->heldAdmins();
            $given = $this->accounts->grant($grant) ?? throw Refused::because('missing');
            if (!$this->within($by, $given->unitId)) {
                throw Refused::because('unit_outside_reach');
            }
            $holder = $given->account->id;
            if (Role::Admin === $given->role && ($holder === $by->id || [$holder] === $admins)) {
                throw Refused::because('last_admin');
            }
            $given->account->revoke($given);
            $this->changed($holder, 'account.revoked', $given->role, $given->unitId);
        });
    }

    /** Whether a unit lies where someone gives and takes roles. */
    public function within(Account $by, int $unit): bool
    {
        $path = $this->query->path($unit);

        return null !== $path && $this->covered($by, $path);
    }

    /** Whether all that a person is and may lies there; who belongs nowhere yet is managed from the root. */
    public function manages(Account $by, int $account): bool
    {
        if ($this->access->allows($by, Permission::Administer)) {
            return true;
        }
        $paths = $this->query->paths($account);

        return [] !== $paths && [] === array_filter($paths, fn (string $path): bool => !$this->covered($by, $path));
    }

    /** @return list<string>|null paths of the units whose people someone manages; null for everyone */
    public function managed(Account $by): ?array
    {
        $all = $this->access->allows($by, Permission::Administer);

        return $all ? null : $this->access->reach($by, Permission::ManageStaff);
    }

    public function covered(Account $by, string $path): bool
    {
        foreach ($this->access->reach($by, Permission::ManageStaff) as $root) {
            if (str_starts_with($path, $root)) {
                return true;
            }
        }

        return false;
    }

    private function changed(int $account, string $act, Role $role, int $unit): void
    {
        $this->events->dispatch(new GrantsChanged($account));
        $this->log->record($act, 'account', $account, change: ['role' => $role->value, 'unit' => $unit]);
    }
}
