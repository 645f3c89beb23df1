<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

/** A person whose list of units was drawn from a version that is not in force any more. */
final readonly class LateList
{
    public function __construct(public string $name, public \DateTimeImmutable $drawnAt, public string $structure)
    {
    }
}
