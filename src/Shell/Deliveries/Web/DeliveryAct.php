<?php

declare(strict_types=1);

namespace Jorvent\Shell\Deliveries\Web;

/** What an admin does with a delivery that failed. */
enum DeliveryAct: string
{
    case Again = 'again';
    case Drop = 'drop';
}
