<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** What was really paid for a posting on a day. Bills with thousands of lines are written by PaymentStore. */
#[ORM\Entity]
#[ORM\Table(name: 'advert_payment')]
#[ORM\UniqueConstraint(
    name: 'advert_payment_once', columns: ['posting_id', 'day', 'amount', 'currency', 'note'],
)]
class Payment
{
    public const ENTERED = 'entered';
    public const IMPORTED = 'imported';

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** in minor units */
    #[ORM\Column(type: Types::BIGINT)]
    private int $amount;

    #[ORM\Column(type: Types::STRING, length: 3, options: ['fixed' => true])]
    private string $currency;

    /** entered by hand, or imported with a bill */
    #[ORM\Column(type: Types::TEXT)]
    private string $source = self::ENTERED;

    public function __construct(
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(nullable: false)]
        public readonly Posting $posting,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)]
        public readonly \DateTimeImmutable $day,
        Money $paid,
        #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
        public readonly string $note,
        #[ORM\Column(nullable: true)]
        #[Reference('account')]
        public readonly ?int $accountId,
        #[ORM\Column(type: InstantType::NAME)]
        public readonly \DateTimeImmutable $at,
    ) {
        Refused::unlessEmpty(array_values(array_filter([
            $day > $at ? new Refusal('day', 'not_a_day_past') : null,
            $paid->isPositive() ? null : new Refusal('amount', 'amount_unreadable'),
        ])));
        [$this->amount, $this->currency] = [$paid->minor, $paid->currency];
    }

    public function paid(): Money
    {
        return new Money($this->amount, $this->currency);
    }

    /** Whether it was typed here, and not read from a bill. */
    public function isEntered(): bool
    {
        return self::ENTERED === $this->source;
    }
}
