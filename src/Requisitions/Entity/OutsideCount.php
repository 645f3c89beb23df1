<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\InstantType;

/** How many people a resume database outside has for a brief, as it answered when it was asked last. */
#[ORM\Entity]
#[ORM\Table(name: 'outside_count')]
class OutsideCount
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT)]
    public string $query = '';

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(nullable: true)]
    public ?int $count = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    public ?string $error = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: InstantType::NAME)]
    public \DateTimeImmutable $askedAt;

    public function __construct(
        #[ORM\Id, ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Requisition $requisition,
        #[ORM\Id, ORM\Column(type: Types::TEXT)]
        public readonly string $bank,
    ) {
    }

    /** @param string|null $error why there is no number */
    public function answer(string $query, ?int $count, ?string $error, \DateTimeImmutable $now): void
    {
        [$this->query, $this->count, $this->error, $this->askedAt] = [$query, $count, $error, $now];
    }
}
