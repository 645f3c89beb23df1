<?php

declare(strict_types=1);

namespace Jorvent\Departments\Read;

final readonly class Person
{
    public function __construct(public string $name, public string $title)
    {
    }
}
