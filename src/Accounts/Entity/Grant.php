<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Accounts\Access\Role;
use Jorvent\Platform\Database\Schema\Reference;

/** A role that someone holds for a unit and all below it. */
#[ORM\Entity]
#[ORM\Table(name: 'account_grant')]
#[ORM\UniqueConstraint(name: 'account_grant_account_id_role_unit_id_key', columns: ['account_id', 'role', 'unit_id'])]
class Grant
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    public function __construct(
        #[ORM\ManyToOne(inversedBy: 'grants'), ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Account $account,
        #[ORM\Column(type: Types::TEXT, enumType: Role::class)]
        public readonly Role $role,
        #[ORM\Column]
        #[Reference('org_unit')]
        public readonly int $unitId,
    ) {
    }
}
