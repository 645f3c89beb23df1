<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;

/** A payment as it is typed. */
final readonly class TypedPayment
{
    public const LONGEST_NOTE = 200;

    public function __construct(
        public ?\DateTimeImmutable $day,
        public string $amount,
        public string $currency,
        public string $note,
    ) {
    }

    /**
     * @param Money|null $paid what the amount was read as
     *
     * @return list<Refusal>
     */
    public function blockers(?Money $paid, \DateTimeImmutable $now): array
    {
        $blockers = [];
        if (null === $this->day || $this->day > $now) {
            $blockers[] = new Refusal('day', 'not_a_day_past');
        }
        if (null === $paid) {
            $blockers[] = new Refusal('amount', 'amount_unreadable');
        }
        if (mb_strlen($this->note) > self::LONGEST_NOTE) {
            $blockers[] = new Refusal('note', 'too_long', ['limit' => self::LONGEST_NOTE]);
        }

        return $blockers;
    }
}
