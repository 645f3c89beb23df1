<?php

declare(strict_types=1);

namespace Jorvent\Core\Careers;

use Jorvent\Core\Shared\Money;

/** The credit that was promised for telling a friend of an opening, and how it stands. */
final readonly class ReferralCredit
{
    /**
     * @param Money|null              $amount as it was promised; null for nothing
     * @param \DateTimeImmutable|null $dueOn  null as long as the friend is not hired, or nothing is promised
     */
    private function __construct(
        public ?Money $amount,
        public CreditState $state,
        public ?\DateTimeImmutable $dueOn,
        public ?\DateTimeImmutable $paidOn,
    ) {
    }

    /**
     * @param int                     $afterDays that the friend has to have stayed
     * @param bool                    $isOpen    whether the friend's application is still being considered
     * @param \DateTimeImmutable|null $firstDay  of the friend at work; null when they are not hired
     */
    public static function of(
        ?Money $promised,
        int $afterDays,
        bool $isOpen,
        ?\DateTimeImmutable $firstDay,
        ?\DateTimeImmutable $paidOn,
        \DateTimeImmutable $today,
    ): self {
        $dueOn = null === $promised || null === $firstDay
            ? null
            : $firstDay->add(new \DateInterval('P'.$afterDays.'D'));
        $state = match (true) {
            null !== $paidOn => CreditState::Paid,
            null === $promised => CreditState::None,
            null === $dueOn => $isOpen ? CreditState::Open : CreditState::Lapsed,
            $dueOn <= $today => CreditState::Due,
            default => CreditState::Earned,
        };

        return new self($promised, $state, $dueOn, $paidOn);
    }
}
