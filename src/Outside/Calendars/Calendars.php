<?php

declare(strict_types=1);

namespace Jorvent\Outside\Calendars;

use Jorvent\Core\Calendar\Intervals;
use Jorvent\Core\Shared\Interval;

/** The calendars of our own people. */
interface Calendars
{
    /** @throws \Jorvent\Platform\Delivery\NotNow|\Jorvent\Platform\Delivery\RefusedByThem */
    public function busy(string $email, Interval $window): Intervals;
}
