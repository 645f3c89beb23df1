<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Platform\Outbox\Carrier;
use Jorvent\Platform\Outbox\Item;

/** Takes the files that were dropped, one after the other. */
final readonly class IntakeCarrier implements Carrier
{
    public function __construct(private Intake $intake)
    {
    }

    public function kind(): string
    {
        return 'intake';
    }

    public function deliver(Item $item): void
    {
        $this->intake->take($item->subjectId);
    }
}
