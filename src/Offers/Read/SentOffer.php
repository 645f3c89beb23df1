<?php

declare(strict_types=1);

namespace Jorvent\Offers\Read;

use Jorvent\Core\Shared\Money;
use Jorvent\Core\Workflow\OfferState;
use Jorvent\Requisitions\Read\JobName;

/** An offer, for the candidate it was sent to. */
final readonly class SentOffer
{
    /**
     * @param Money       $base   a year
     * @param string|null $letter SHA-256 of the letter that is signed
     * @param string      $locale that they are written to in
     */
    public function __construct(
        public int $id,
        public OfferState $state,
        public Money $base,
        public \DateTimeImmutable $firstDay,
        public \DateTimeImmutable $answerBy,
        public ?string $letter,
        public string $locale,
        public JobName $job,
    ) {
    }

    public function isAccepted(): bool
    {
        return OfferState::Accepted === $this->state;
    }

    public function isDeclined(): bool
    {
        return OfferState::Declined === $this->state;
    }

    /** Whether the last day to answer is over. */
    public function isExpired(\DateTimeImmutable $now): bool
    {
        return OfferState::Sent === $this->state && $this->answerBy->setTime(23, 59, 59) < $now;
    }
}
