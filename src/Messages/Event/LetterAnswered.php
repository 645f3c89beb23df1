<?php

declare(strict_types=1);

namespace Jorvent\Messages\Event;

/** Someone answered what was written to them; told within the same transaction. */
final readonly class LetterAnswered
{
    public function __construct(public int $candidate, public \DateTimeImmutable $at)
    {
    }
}
