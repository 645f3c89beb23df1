<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Adverts\Wanted;

/** What is wanted of a posting, and what has become of it. */
final readonly class PostingStatus
{
    /** @param string|null $reason why the board did not take it */
    public function __construct(
        public PostingState $state,
        public Wanted $want,
        public ?\DateTimeImmutable $liveAt,
        public ?\DateTimeImmutable $endedAt,
        public ?string $reason,
    ) {
    }

    public function isOn(): bool
    {
        return !$this->state->isOver();
    }

    /** It is up, and is to stay up. */
    public function isLive(): bool
    {
        return PostingState::Live === $this->state && Wanted::Live === $this->want;
    }

    /** It is being taken down. */
    public function isComingDown(): bool
    {
        return $this->isOn() && Wanted::Down === $this->want;
    }
}
