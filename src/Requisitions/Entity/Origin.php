<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\Reference;

/**
 * What a requisition was written from: a version of a role profile, an earlier requisition, or nothing.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class Origin
{
    /** @param list<array<array-key, mixed>> $competencies of the profile, by which interviews are scored */
    public function __construct(
        #[ORM\Column(nullable: true)]
        #[Reference('role_profile')]
        public ?int $profileId = null,
        #[ORM\Column(nullable: true)]
        public ?int $profileVersion = null,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public array $competencies = [],
        #[ORM\Column(name: 'copied_from', nullable: true)]
        #[Reference('requisition')]
        public ?int $copiedFrom = null,
    ) {
    }

    public function copied(int $from): self
    {
        return new self($this->profileId, $this->profileVersion, $this->competencies, $from);
    }
}
