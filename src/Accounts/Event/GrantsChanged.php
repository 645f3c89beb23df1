<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Event;

/** Someone was given a role, or one was taken away; told within the transaction. */
final readonly class GrantsChanged
{
    public function __construct(public int $account)
    {
    }
}
