<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Workflow\Post;
use Jorvent\Platform\Database\Schema\Reference;

/** Who holds a post in a unit. A post that nobody holds there is held by whoever holds it above. */
#[ORM\Entity]
#[ORM\Table(name: 'post_holder')]
class PostHolder
{
    public function __construct(
        #[ORM\Id, ORM\Column]
        #[Reference('org_unit')]
        private int $unitId,
        #[ORM\Id, ORM\Column(type: Types::TEXT, enumType: Post::class)]
        public readonly Post $post,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column]
        #[Reference('account')]
        public int $accountId,
    ) {
    }

    public function passTo(int $accountId): void
    {
        $this->accountId = $accountId;
    }
}
