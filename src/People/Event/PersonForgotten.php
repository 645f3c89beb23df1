<?php

declare(strict_types=1);

namespace Jorvent\People\Event;

/** Someone is about to be forgotten: what they are on the way in ends first, within the same transaction. */
final readonly class PersonForgotten
{
    public function __construct(public int $candidate)
    {
    }
}
