<?php

declare(strict_types=1);

namespace Jorvent\History\Read;

/** The candidate that something happened to. */
final readonly class LogPerson
{
    public function __construct(public int $id, public string $name)
    {
    }
}
