<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** Who told a friend of an opening. */
final readonly class Teller
{
    public function __construct(public string $name, public string $email)
    {
    }
}
