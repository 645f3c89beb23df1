<?php

declare(strict_types=1);

namespace Jorvent\People\Event;

/** The fit of people for a requisition is weighed otherwise; told within the same transaction. */
final readonly class WeightsChanged
{
    public function __construct(public int $requisition)
    {
    }
}
