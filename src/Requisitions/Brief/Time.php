<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Brief;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Refusal;

/**
 * When it opens and is wanted, and for how long.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class Time
{
    public const MAX_MONTHS = 120;

    public function __construct(
        #[ORM\Column(type: Types::TEXT, enumType: Employment::class, options: ['default' => 'permanent'])]
        public Employment $employment = Employment::Permanent,
        /** of a contract that ends */
        #[ORM\Column(nullable: true)]
        public ?int $months = null,
        #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
        public ?\DateTimeImmutable $openedOn = null,
        /** the day by which someone should have signed */
        #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
        public ?\DateTimeImmutable $targetOn = null,
    ) {
    }

    public static function from(Decoded $from): self
    {
        return new self(
            employment: Employment::tryFrom($from->text('employment') ?? '') ?? Employment::Permanent,
            months: $from->whole('months'),
            openedOn: $from->day('openedOn'),
            targetOn: $from->day('targetOn'),
        );
    }

    public function opened(\DateTimeImmutable $on): self
    {
        return new self($this->employment, $this->months, $on, $this->targetOn);
    }

    /** @return array<string, string|int|null> */
    public function toArray(): array
    {
        return [
            'employment' => $this->employment->value,
            'months' => $this->months,
            'openedOn' => $this->openedOn?->format('Y-m-d'),
            'targetOn' => $this->targetOn?->format('Y-m-d'),
        ];
    }

    /** @return list<Refusal> */
    public function blockers(): array
    {
        $refusals = [];
        if (null !== $this->months && ($this->months < 1 || $this->months > self::MAX_MONTHS)) {
            $refusals[] = new Refusal('months', 'months_out_of_range');
        }
        if (null !== $this->openedOn && null !== $this->targetOn && $this->targetOn < $this->openedOn) {
            $refusals[] = new Refusal('targetOn', 'target_before_opening');
        }

        return $refusals;
    }
}
