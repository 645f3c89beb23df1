<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Money;

/**
 * What is promised for telling a friend of an opening: a credit, some days after the friend began; or nothing.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class Promise
{
    /** in minor units */
    #[ORM\Column(type: Types::BIGINT, nullable: true)]
    private ?int $credit;
    #[ORM\Column(type: Types::STRING, length: 3, nullable: true, options: ['fixed' => true])]
    private ?string $currency;
    #[ORM\Column(nullable: true)]
    private ?int $afterDays;

    public function __construct(?Money $credit, int $afterDays)
    {
        [$this->credit, $this->currency] = [$credit?->minor, $credit?->currency];
        $this->afterDays = null === $credit ? null : $afterDays;
    }

    public function credit(): ?Money
    {
        return null === $this->credit || null === $this->currency ? null : new Money($this->credit, $this->currency);
    }

    /** Days that the friend has to have stayed. */
    public function afterDays(): int
    {
        return $this->afterDays ?? 0;
    }
}
