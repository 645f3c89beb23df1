<?php

declare(strict_types=1);

namespace Jorvent\Core\Calendar;

/** Someone who has to be there, with their hours and what already fills them. */
final readonly class Attendee
{
    public function __construct(public string $id, public WorkingHours $hours, public Intervals $busy)
    {
    }
}
