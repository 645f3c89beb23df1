<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\Reference;
use Jorvent\Requisitions\TeamPart;

/** Someone has a part in a requisition, besides those its brief names. */
#[ORM\Entity]
#[ORM\Table(name: 'team_member')]
#[ORM\Index(name: 'team_member_account', columns: ['account_id'])]
class TeamMember
{
    public function __construct(
        #[ORM\Id, ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Requisition $requisition,
        #[ORM\Id, ORM\Column]
        #[Reference('account')]
        public readonly int $accountId,
        #[ORM\Id, ORM\Column(type: Types::TEXT, enumType: TeamPart::class)]
        public readonly TeamPart $part,
    ) {
    }
}
