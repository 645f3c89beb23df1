<?php

declare(strict_types=1);

namespace Jorvent\Core\Pay;

use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;

/** What an offer says, checked before it is kept. Days are dates without a time; $today is the day where the offer is made. */
final readonly class OfferTerms
{
    public const LONGEST_ANSWER_DAYS = 60;

    public function __construct(public ?Money $base, public ?\DateTimeImmutable $firstDay, public ?\DateTimeImmutable $answerBy)
    {
    }

    /** @return list<Refusal> */
    public function blockers(\DateTimeImmutable $today): array
    {
        $refusals = [];
        if (null === $this->base) {
            $refusals[] = new Refusal('base', 'not_an_amount');
        } elseif (!$this->base->isPositive()) {
            $refusals[] = new Refusal('base', 'pay_not_positive');
        }
        if (null === $this->firstDay) {
            $refusals[] = new Refusal('first_day', 'not_a_day');
        } elseif ($this->firstDay <= $today) {
            $refusals[] = new Refusal('first_day', 'day_has_passed');
        }
        if (null === $this->answerBy) {
            $refusals[] = new Refusal('answer_by', 'not_a_day');
        } elseif ($this->answerBy <= $today) {
            $refusals[] = new Refusal('answer_by', 'day_has_passed');
        } elseif ($this->answerBy > $today->modify('+'.self::LONGEST_ANSWER_DAYS.' days')) {
            $refusals[] = new Refusal('answer_by', 'answer_too_late', ['days' => self::LONGEST_ANSWER_DAYS]);
        } elseif (null !== $this->firstDay && $this->answerBy > $this->firstDay) {
            $refusals[] = new Refusal('answer_by', 'answer_after_first_day');
        }

        return $refusals;
    }
}
