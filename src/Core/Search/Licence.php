<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/** A certificate and the last day it is in force; null when it does not end. */
final readonly class Licence
{
    public function __construct(public string $name, public ?\DateTimeImmutable $until = null)
    {
    }
}
