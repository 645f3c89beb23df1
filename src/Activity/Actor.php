<?php

declare(strict_types=1);

namespace Jorvent\Activity;

/** Who did something, and in whose place. */
final readonly class Actor
{
    public function __construct(public ActorKind $kind, public ?int $account, public ?int $onBehalfOf = null)
    {
    }
}
