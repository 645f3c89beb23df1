<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** A person is marked with a tag. */
#[ORM\Entity]
#[ORM\Table(name: 'candidate_tag')]
class TagOfPerson
{
    public function __construct(
        #[ORM\Id, ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Candidate $candidate,
        #[ORM\Id, ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Tag $tag,
        #[ORM\Column]
        #[Reference('account')]
        public readonly int $accountId,
        #[ORM\Column(type: InstantType::NAME)]
        public readonly \DateTimeImmutable $at,
    ) {
    }
}
