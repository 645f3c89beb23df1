<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Service\ResetInterface;

/** Applies the policy to a person. */
final class Access implements ResetInterface
{
    /** @var array<int, list<Grant>> */
    private array $grants = [];

    public function __construct(private readonly Db $db, private readonly ClockInterface $clock)
    {
    }

    public function allows(Account $account, Permission $permission, ?Subject $subject = null): bool
    {
        if (!$account->active) {
            return false;
        }
        if (Permission::BeSignedIn === $permission) {
            return true;
        }
        if (null !== $subject && [] !== array_filter($subject->parts, static fn (Part $p): bool => \in_array($p, Policy::parts($permission), true))) {
            return true;
        }
        foreach ($this->reach($account, $permission) as $path) {
            if (null === $subject?->unitPath || str_starts_with($subject->unitPath, $path)) {
                return true;
            }
        }

        return false;
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
     * @return array{string, array<string, mixed>}
     */
    public function visible(Account $account, Permission $permission = Permission::ReadRequisition, string $requisition = 'r'): array
    {
        $conditions = ["$requisition.requester_id = :me", "$requisition.recruiter_id = :me", "$requisition.manager_id = :me", "$requisition.partner_id = :me",
            "EXISTS (SELECT 1 FROM approval av WHERE av.requisition_id = $requisition.id AND acts_for(:me, av.approver_id, av.offer_id IS NOT NULL, :today))"];
        $parameters = ['me' => $account->id, 'today' => $this->clock->now()->format('Y-m-d')];
        foreach ($this->reach($account, $permission) as $i => $path) {
            $conditions[] = "u.path LIKE :reach$i";
            $parameters["reach$i"] = $path.'%';
        }

        return ['('.implode(' OR ', $conditions).')', $parameters];
    }

    public function reset(): void
    {
        $this->grants = [];
    }

    /** @return list<Grant> */
    private function grants(Account $account): array
    {
        return $this->grants[$account->id] ??= array_map(
            static fn ($row): Grant => new Grant(Role::from($row->str('role')), $row->str('path')),
            $this->db->rows('SELECT g.role, u.path FROM account_grant g JOIN org_unit u ON u.id = g.unit_id WHERE g.account_id = :id', ['id' => $account->id]),
        );
    }
}
