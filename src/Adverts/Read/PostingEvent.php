<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

/** A line of a posting's history. */
final readonly class PostingEvent
{
    /**
     * @param string|null  $actor  name of who did it; null when it was the system or a board
     * @param list<string> $change what it was changed to
     */
    public function __construct(
        public \DateTimeImmutable $at,
        public string $act,
        public bool $bySystem,
        public ?string $actor,
        public array $change,
    ) {
    }
}
