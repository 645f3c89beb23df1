<?php

declare(strict_types=1);

namespace Jorvent\Activity\Event;

/** The head of the log's chain on a day was written down; the line is what proves it later. */
final readonly class HeadWritten
{
    public function __construct(public string $day, public string $line)
    {
    }
}
