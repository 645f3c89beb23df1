<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Shared\Money;

/** For how long an advert is posted, in which language, and what may be spent on it. */
final readonly class PostingTerms
{
    /**
     * @param \DateTimeImmutable|null $from        its first day; null for today
     * @param \DateTimeImmutable|null $until       its last day; null for as long as it is wanted
     * @param \DateTimeImmutable|null $insideUntil for colleagues alone through that day, on our own site
     */
    public function __construct(
        public string $locale = 'en',
        public ?\DateTimeImmutable $from = null,
        public ?\DateTimeImmutable $until = null,
        public ?Money $budget = null,
        public ?\DateTimeImmutable $insideUntil = null,
    ) {
    }

    /** A first day that has come already is today. */
    public function from(\DateTimeImmutable $today): self
    {
        $from = null !== $this->from && $this->from > $today ? $this->from : null;

        return new self($this->locale, $from, $this->until, $this->budget, $this->insideUntil);
    }

    /**
     * How long it runs, the first and the last day counted.
     *
     * @return int|null null when no last day is set
     */
    public function days(\DateTimeImmutable $today): ?int
    {
        return null === $this->until ? null : self::between($this->from ?? $today, $this->until);
    }

    /** Days from one to another, both counted. */
    public static function between(\DateTimeImmutable $from, \DateTimeImmutable $until): int
    {
        return intdiv($until->setTime(0, 0)->getTimestamp() - $from->setTime(0, 0)->getTimestamp(), 86400) + 1;
    }
}
