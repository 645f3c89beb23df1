<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;

/** Someone decides in another's place, from one day to another, about one kind of thing or all. */
#[ORM\Entity]
#[ORM\Table(name: 'delegation')]
class Delegation
{
    public const LONGEST_DAYS = 180;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $endedAt = null;

    /** @throws Refused with all that is wrong, each at its field */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        private Account $from,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        private Account $to,
        #[ORM\Column(type: Types::TEXT, enumType: DelegationKind::class)]
        private DelegationKind $kind,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)]
        private \DateTimeImmutable $fromDay,
        #[ORM\Column(type: Types::DATE_IMMUTABLE)]
        private \DateTimeImmutable $toDay,
        #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
        private string $reason,
        #[ORM\ManyToOne, ORM\JoinColumn(name: 'created_by', nullable: false)]
        private Account $createdBy,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $createdAt,
    ) {
        $longest = $fromDay->modify('+'.self::LONGEST_DAYS.' days');
        Refused::unlessEmpty(array_values(array_filter([
            $from->id === $to->id ? new Refusal('to', 'deputy_is_oneself') : null,
            $to->active ? null : new Refusal('to', 'missing'),
            $toDay < $fromDay ? new Refusal('to_day', 'ends_before_it_begins') : null,
            $toDay < $createdAt->setTime(0, 0) ? new Refusal('to_day', 'day_has_passed') : null,
            $longest < $toDay ? new Refusal('to_day', 'delegation_too_long', ['days' => self::LONGEST_DAYS]) : null,
        ])));
    }

    /** @throws Refused when it is over already, or is none of theirs */
    public function end(Account $by, bool $admin, \DateTimeImmutable $now): void
    {
        if (null !== $this->endedAt || !($admin || \in_array($by->id, [$this->from->id, $this->to->id], true))) {
            throw Refused::because('nothing_to_decide');
        }
        $this->endedAt = $now;
    }
}
