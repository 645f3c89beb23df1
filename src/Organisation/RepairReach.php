<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Read\GrantQuery;
use Jorvent\Accounts\Staff;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Organisation\Cause;
use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Read\StructureQuery;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** An admin takes away what keeps a unit from someone. */
final readonly class RepairReach
{
    /** Roles that requisitions are opened in, the one that is given first. */
    private const OPENING = [Role::Manager, Role::Recruiter];

    public function __construct(
        private Db $db,
        private StructureQuery $query,
        private StructureInForce $inForce,
        private ReachList $reach,
        private GrantQuery $grants,
        private Staff $staff,
        private ClockInterface $clock,
        private ActivityLog $log,
    ) {
    }

    /** Takes one cause away, as far as that is one act. */
    public function __invoke(Cause $cause, int $unit, int $account, Account $by): void
    {
        $today = $this->clock->now()->setTime(0, 0);
        $this->db->transaction(function () use ($cause, $unit, $account, $by, $today): void {
            match ($cause) {
                Cause::StrayCode => $this->clean($unit),
                Cause::NotYet => $this->repairLine(
                    $unit,
                    static fn (Unit $u): bool => !$u->hasBegunBy($today),
                    static fn (Unit $u): Unit => $u->validFrom($today),
                ),
                Cause::NoMore => $this->repairLine(
                    $unit,
                    static fn (Unit $u): bool => $u->hasEndedBefore($today),
                    static fn (Unit $u): Unit => $u->withoutEnd(),
                ),
                Cause::Retired => $this->repairLine(
                    $unit,
                    static fn (Unit $u): bool => $u->retired,
                    static fn (Unit $u): Unit => $u->unretired(),
                ),
                Cause::ReachListLate => $this->reach->draw($account),
                Cause::OutsideReach => $this->extend($unit, $account, $by),
                // another version: that is bringing it into force, with its own check; another company: a click of
                // the person who looks
                Cause::OtherVersion, Cause::OtherCompany => throw Refused::because('no_repair_in_one_act'),
            };
            $change = ['cause' => $cause->value, 'for' => $account];
            $this->log->record('unit.cause_taken_away', 'unit', $unit, change: $change);
        });
    }

    private function clean(int $id): void
    {
        $inForce = $this->query->inForce();
        $code = Code::clean($inForce->unit($id)->code ?? throw Refused::because('missing'));
        foreach ($inForce->units as $other) {
            if ($other->id !== $id && Code::folded($other->code) === mb_strtolower($code)) {
                throw Refused::because('code_taken', '', ['code' => $code, 'name' => $other->name]);
            }
        }
        $this->inForce->repair($id, static fn (Unit $u): Unit => $u->withCode($code));
    }

    /**
     * The unit and those above it.
     *
     * @param callable(Unit): bool $which
     * @param callable(Unit): Unit $change
     */
    private function repairLine(int $id, callable $which, callable $change): void
    {
        foreach (array_filter($this->query->inForce()->upwards($id), $which) as $unit) {
            $this->inForce->repair($unit->id, $change);
        }
    }

    /** Gives the role that the person has elsewhere for this unit too. */
    private function extend(int $unit, int $account, Account $by): void
    {
        $held = array_map(static fn ($grant): Role => $grant->role, $this->grants->of($account));
        foreach (self::OPENING as $role) {
            if (\in_array($role, $held, true)) {
                $this->staff->grant($account, $role, $unit, $by);
                $this->reach->draw($account);

                return;
            }
        }
        throw Refused::because('no_role_to_extend');
    }
}
