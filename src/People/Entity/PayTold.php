<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Money;

/**
 * What someone earns and what they want to earn, as they told it, in one currency.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class PayTold
{
    /** in minor units */
    #[ORM\Column(name: 'pay_current', type: Types::BIGINT, nullable: true)]
    private ?int $current;
    /** in minor units */
    #[ORM\Column(name: 'pay_expected', type: Types::BIGINT, nullable: true)]
    private ?int $expected;
    #[ORM\Column(name: 'pay_currency', type: Types::STRING, length: 3, nullable: true, options: ['fixed' => true])]
    private ?string $currency;

    public function __construct(?Money $current = null, ?Money $expected = null)
    {
        if (null !== $current && null !== $expected && $current->currency !== $expected->currency) {
            throw new \LogicException('Both are told in one currency.');
        }
        [$this->current, $this->expected] = [$current?->minor, $expected?->minor];
        $this->currency = ($expected ?? $current)?->currency;
    }

    public function isTold(): bool
    {
        return null !== $this->currency;
    }

    public function current(): ?Money
    {
        return null === $this->current ? null : new Money($this->current, $this->currency ?? '');
    }

    public function expected(): ?Money
    {
        return null === $this->expected ? null : new Money($this->expected, $this->currency ?? '');
    }
}
