<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Read;

/** Someone who can have a part in a requisition. */
final readonly class PartChoice
{
    public function __construct(public int $id, public string $name, public bool $recruits)
    {
    }
}
