<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Read;

/** One of several to choose from: a person or a unit. */
final readonly class Choice
{
    public function __construct(public int $id, public string $name, public string $path = '')
    {
    }
}
