<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Schema\Reference;

/** A credit that was paid for a friend who was hired. */
#[ORM\Entity]
#[ORM\Table(name: 'referral_paid')]
class PaidCredit
{
    /** in minor units */
    #[ORM\Column(type: Types::BIGINT)]
    private int $amount;

    #[ORM\Column(type: Types::STRING, length: 3, options: ['fixed' => true])]
    private string $currency;

    public function __construct(
        #[ORM\Id, ORM\Column]
        #[Reference('application')]
        public readonly int $applicationId,
        Money $credit,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)]
        public readonly \DateTimeImmutable $paidOn,
        #[ORM\Column]
        #[Reference('account')]
        public readonly int $accountId,
    ) {
        [$this->amount, $this->currency] = [$credit->minor, $credit->currency];
    }

    public function paid(): Money
    {
        return new Money($this->amount, $this->currency);
    }
}
