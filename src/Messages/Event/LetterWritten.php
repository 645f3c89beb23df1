<?php

declare(strict_types=1);

namespace Jorvent\Messages\Event;

/** Someone was written to; told within the same transaction. */
final readonly class LetterWritten
{
    public function __construct(public int $candidate)
    {
    }
}
