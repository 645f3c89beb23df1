<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Jorvent\Accounts\Delegations;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Read\GrantQuery;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Service\ResetInterface;

/** Applies the policy to a person. */
final class Access implements ResetInterface
{
    /** @var array<int, list<GrantedRole>> */
    private array $grants = [];
    /** @var array<int, bool> by account */
    private array $atTheRoot = [];

    public function __construct(private readonly GrantQuery $query, private readonly ClockInterface $clock)
    {
    }

    /** Looks up what a page asks again and again, so that nothing is looked up while it is drawn. */
    public function learn(Account $account): void
    {
        $this->allows($account, Permission::Administer);
    }

    public function allows(Account $account, Permission $permission, ?Subject $subject = null): bool
    {
        if (!$account->active) {
            return false;
        }
        if (Permission::BeSignedIn === $permission) {
            return true;
        }
        if (Permission::Administer === $permission) {
            return $this->atTheRoot[$account->id] ??= $this->isAtTheRoot($account);
        }
        foreach ($subject->parts ?? [] as $part) {
            if (\in_array($part, Policy::parts($permission), true)) {
                return true;
            }
        }
        $roles = Policy::roles($permission);
        foreach ($this->grants($account) as $grant) {
            if (\in_array($grant->role, $roles, true) && self::covers($grant, $subject)) {
                return true;
            }
        }

        return false;
    }

    /** Whether a role reaches to where something lies, and sees it there. */
    private static function covers(GrantedRole $grant, ?Subject $subject): bool
    {
        if (null === $subject?->unitPath) {
            return true;
        }

        return str_starts_with($subject->unitPath, $grant->unitPath) && self::sees($grant, $subject);
    }

    /**
     * Whether someone is an admin of the whole organisation: of every company in it. While nobody is (a company was
     * just added), whoever is of the oldest company, so that an instance is never left without.
     */
    private function isAtTheRoot(Account $account): bool
    {
        if (!$this->has($account, Role::Admin)) {
            return false;
        }
        $roots = $this->query->companies();
        $mine = $this->reach($account, Permission::ManageStaff);
        if ([] === array_diff($roots, $mine)) {
            return true;
        }

        return \in_array($roots[0] ?? '', $mine, true) && 0 === $this->query->adminsOfAll(\count($roots));
    }

    /** @return list<string> paths of the units for which a person's roles allow something */
    public function reach(Account $account, Permission $permission): array
    {
        $paths = [];
        foreach ($this->grants($account) as $grant) {
            if (\in_array($grant->role, Policy::roles($permission), true)) {
                $paths[] = $grant->unitPath;
            }
        }

        return array_values(array_unique($paths));
    }

    public function has(Account $account, Role ...$roles): bool
    {
        foreach ($this->grants($account) as $grant) {
            if (\in_array($grant->role, $roles, true)) {
                return true;
            }
        }

        return false;
    }

    /**
     * A condition for lists: what the person may read by role within reach, or by a part played.
     *
     * @param string $requisition alias of the requisition table; the unit's is taken to be "u"
     *
     * @return array{string, array<string, int|string>}
     */
    public function visible(
        Account $account,
        Permission $permission = Permission::ReadRequisition,
        string $requisition = 'r',
    ): array {
        $parts = Policy::parts($permission);
        $conditions = self::columns($parts, $requisition);
        $parameters = ['me' => $account->id, 'today' => $this->clock->now()->format('Y-m-d')];
        foreach ($this->grants($account) as $i => $grant) {
            if (\in_array($grant->role, Policy::roles($permission), true)) {
                $conditions[] = self::within($grant->role, ":reach$i", $requisition);
                $parameters["reach$i"] = $grant->unitPath;
            }
        }
        // last, for they look into other tables and are asked only where nothing before them held; sets rather than a
        // look for each row
        $conditions = [...$conditions, ...self::sets($parts, $requisition)];

        return ['('.implode(' OR ', [] === $conditions ? ['false'] : $conditions).')', $parameters];
    }

    /** A condition: what lies within a grant's unit, and is not narrowed past its role. */
    private static function within(Role $role, string $path, string $requisition): string
    {
        $open = match ($role) {
            Role::Admin => "'reach', 'recruiters', 'department', 'team'",
            Role::Recruiter => "'reach', 'recruiters'",
            default => "'reach'",
        };

        return "starts_with(u.path, $path) AND ($requisition.visibility IN ($open)
            OR $requisition.visibility = 'department' AND EXISTS (
                SELECT 1 FROM unit_place dp
                WHERE dp.kind = 'department' AND starts_with(u.path, dp.path) AND starts_with($path, dp.path)
            ))";
    }

    /**
     * The parts that stand on the requisition itself.
     *
     * @param list<Part> $parts
     *
     * @return list<string> conditions
     */
    private static function columns(array $parts, string $requisition): array
    {
        $conditions = [];
        foreach ($parts as $part) {
            if (\in_array($part, [Part::Requester, Part::Recruiter, Part::Manager, Part::Partner], true)) {
                $conditions[] = $requisition.'.'.$part->value.'_id = :me';
            }
        }

        return $conditions;
    }

    /**
     * The parts that stand elsewhere: in the hiring team, with an approval, or with a seat in an interview.
     *
     * @param list<Part> $parts
     *
     * @return list<string> conditions
     */
    private static function sets(array $parts, string $requisition): array
    {
        $conditions = [];
        if ([] !== $parts) {
            $team = implode("', '", array_map(static fn (Part $p): string => $p->value, $parts));
            $conditions[] = "$requisition.id IN (
                SELECT tm.requisition_id FROM team_part tm WHERE tm.account_id = :me AND tm.part IN ('$team')
            )";
        }
        if (\in_array(Part::Approver, $parts, true)) {
            $decides = Delegations::decides('av');
            $conditions[] = "$requisition.id IN (
                SELECT av.requisition_id FROM asked_approver av WHERE av.state <> 'dropped' AND $decides
            )";
        }
        if (\in_array(Part::Interviewer, $parts, true)) {
            $conditions[] = "$requisition.id IN (
                SELECT sp.requisition_id FROM interview_seat st JOIN interview si ON si.id = st.interview_id
                JOIN application sp ON sp.id = si.application_id WHERE st.account_id = :me
            )";
        }

        return $conditions;
    }

    /** Whether a role sees what a requisition's visibility leaves to roles; an admin sees all, for someone has to. */
    private static function sees(GrantedRole $grant, Subject $subject): bool
    {
        return match ($subject->visibility) {
            'recruiters' => \in_array($grant->role, [Role::Recruiter, Role::Admin], true),
            'department' => Role::Admin === $grant->role
                || (null !== $subject->departmentPath && str_starts_with($grant->unitPath, $subject->departmentPath)),
            'team' => Role::Admin === $grant->role,
            default => true,
        };
    }

    public function reset(): void
    {
        $this->grants = $this->atTheRoot = [];
    }

    /** @return list<GrantedRole> */
    private function grants(Account $account): array
    {
        return $this->grants[$account->id] ??= $this->query->of($account->id);
    }
}
