<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** Someone said that two records are two people; it is not asked again. */
#[ORM\Entity]
#[ORM\Table(name: 'not_same')]
class NotSame
{
    /** the one that came first */
    #[ORM\Id, ORM\Column]
    #[Reference('candidate')]
    public readonly int $oneId;

    #[ORM\Id, ORM\Column]
    #[Reference('candidate')]
    public readonly int $otherId;

    public function __construct(
        int $one,
        int $other,
        #[ORM\Column]
        #[Reference('account')]
        public readonly int $accountId,
        #[ORM\Column(type: InstantType::NAME)]
        public readonly \DateTimeImmutable $at,
    ) {
        [$this->oneId, $this->otherId] = [min($one, $other), max($one, $other)];
    }
}
