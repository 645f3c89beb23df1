<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** How much one works. */
final readonly class OpeningHours
{
    private const FULL_TIME = 100;

    /**
     * @param int|null $fullWeek hours of a full-time week, in hundredths
     * @param int      $share    per cent of full time
     */
    public function __construct(private ?int $fullWeek, public int $share)
    {
    }

    public function isPartTime(): bool
    {
        return $this->share < self::FULL_TIME;
    }

    /** Hours that are worked in a week; null when they are not told. */
    public function week(): ?float
    {
        return null === $this->fullWeek || 0 >= $this->fullWeek
            ? null
            : round($this->fullWeek / 100 * $this->share / self::FULL_TIME, 1);
    }
}
