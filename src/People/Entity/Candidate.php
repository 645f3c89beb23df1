<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** A person, known once. What stage they are at belongs to their applications, never here. */
#[ORM\Entity]
#[ORM\Table(name: 'candidate')]
class Candidate
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::DECIMAL, precision: 4, scale: 1, nullable: true)]
    public ?string $years = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(nullable: true)]
    public ?bool $wouldMove = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    public string $headline = '';

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $activeOn = null;

    public function __construct(
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::TEXT)]
        public string $name,
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        public readonly ?string $email,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        public ?string $phone,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        public ?string $city,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::TEXT, options: ['default' => 'Europe/Oslo'])]
        public string $zone,
        #[ORM\Column(type: Types::TEXT, options: ['default' => 'en'])]
        public readonly string $locale,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $source,
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        public readonly ?string $outsideRef,
        /** not readonly: Doctrine sets it anew when it refreshes a locked row @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $createdAt,
        /** someone known by the same address, until that is confirmed to be theirs */
        #[ORM\Column(nullable: true)]
        #[Reference('candidate')]
        public readonly ?int $claims = null,
    ) {
    }

    public function describe(string $headline, ?float $years, ?bool $wouldMove, ?\DateTimeImmutable $activeOn): void
    {
        $this->headline = $headline;
        $this->years = null === $years ? null : number_format($years, 1, '.', '');
        $this->wouldMove = $wouldMove;
        $this->activeOn = $activeOn;
    }

    public function years(): ?float
    {
        return null === $this->years ? null : (float) $this->years;
    }
}
