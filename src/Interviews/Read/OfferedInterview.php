<?php

declare(strict_types=1);

namespace Jorvent\Interviews\Read;

use Jorvent\Core\Messages\Addressee;
use Jorvent\Core\Workflow\InterviewState;
use Jorvent\Requisitions\Read\JobName;

/** An interview, for the candidate who picks its time. */
final readonly class OfferedInterview
{
    /**
     * @param int                     $minutes  it takes
     * @param \DateTimeImmutable|null $startsAt null as long as no time is picked
     * @param string                  $with     names of those who interview
     */
    public function __construct(
        public int $id,
        public InterviewState $state,
        public int $minutes,
        public string $place,
        public ?\DateTimeImmutable $startsAt,
        public string $with,
        public Addressee $to,
        public JobName $job,
    ) {
    }

    public function isBooked(): bool
    {
        return InterviewState::Booked === $this->state;
    }

    public function isCancelled(): bool
    {
        return InterviewState::Cancelled === $this->state;
    }
}
