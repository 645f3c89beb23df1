<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;
use Jorvent\Requisitions\Brief\Brief;

/** A brief as it stood at one version. */
#[ORM\Entity]
#[ORM\Table(name: 'brief_version')]
class BriefVersion
{
    /** @var array<array-key, mixed> as Brief::toArray() gives it */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $content;

    public function __construct(
        #[ORM\Id, ORM\ManyToOne(inversedBy: 'versions')]
        #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Requisition $requisition,
        #[ORM\Id, ORM\Column]
        public readonly int $version,
        Brief $brief,
        /** null where it became so by an approval, or by a program */
        #[ORM\Column(nullable: true)]
        #[Reference('account')]
        public readonly ?int $savedBy,
        #[ORM\Column(type: InstantType::NAME)]
        public readonly \DateTimeImmutable $savedAt,
    ) {
        $this->content = $brief->toArray();
    }

    public function brief(): Brief
    {
        return Brief::fromArray($this->content);
    }
}
