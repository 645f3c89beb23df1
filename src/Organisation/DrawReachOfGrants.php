<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Accounts\Event\GrantsChanged;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Whoever was given a role, or lost one, gets their list of units drawn anew. */
#[AsEventListener]
final readonly class DrawReachOfGrants
{
    public function __construct(private ReachList $reach)
    {
    }

    public function __invoke(GrantsChanged $event): void
    {
        $this->reach->drawLater($event->account);
    }
}
