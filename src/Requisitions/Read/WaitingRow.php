<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** Someone who is still on the way. */
final readonly class WaitingRow
{
    public function __construct(public string $name)
    {
    }
}
