<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

/** A record that was joined with someone. */
final readonly class JoiningRow
{
    public function __construct(public int $id, public string $name, public \DateTimeImmutable $at, public string $by)
    {
    }
}
