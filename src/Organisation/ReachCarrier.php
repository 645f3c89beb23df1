<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Platform\Outbox\Carrier;
use Jorvent\Platform\Outbox\Item;

/** Draws reach lists anew: of one person, or of all when the subject is 0. */
final readonly class ReachCarrier implements Carrier
{
    public function __construct(private ReachList $reach)
    {
    }

    public function kind(): string
    {
        return 'reach';
    }

    public function deliver(Item $item): void
    {
        $this->reach->draw(0 === $item->subjectId ? null : $item->subjectId);
    }
}
