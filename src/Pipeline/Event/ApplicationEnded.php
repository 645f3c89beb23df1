<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Event;

/** Someone is no longer on their way: what was arranged and offered for it ends within the same transaction. */
final readonly class ApplicationEnded
{
    /** @param bool $byThem whether they said so themselves, and need not be told */
    public function __construct(public int $application, public bool $byThem)
    {
    }
}
