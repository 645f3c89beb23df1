<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

/** One question's part in a score. */
final readonly class ScoreLine
{
    /**
     * @param bool     $shown     false when its condition was not met: left out, the rest rescaled
     * @param int|null $points    of 100; null when not scored, not shown, or still to be marked
     * @param float    $share     of 100, after rescaling
     * @param bool     $unmarked  a text that waits for a person's mark
     */
    public function __construct(public Question $question, public bool $shown, public ?string $answer, public ?int $points, public float $share, public bool $unmarked, public bool $fails)
    {
    }

    /** Points earned of the 100, to be shown. */
    public function earned(): ?float
    {
        return null === $this->points || 0.0 === $this->share ? null : $this->points * $this->share / 100;
    }
}
