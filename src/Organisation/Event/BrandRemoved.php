<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Event;

/** A brand is about to go, within the transaction; what refers to it goes to another. */
final readonly class BrandRemoved
{
    public function __construct(public int $brand, public int $to)
    {
    }
}
