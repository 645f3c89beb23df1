<?php

declare(strict_types=1);

use Jorvent\Organisation\Store\ReachStore;
use Jorvent\Organisation\Store\UnitStore;
use Jorvent\Reference\Store\HolidayStore;
use Jorvent\Reference\Store\RateStore;

// Tables that no entity stands for: each is written by the one class beside it, which says why.
return [
    'exchange_rate' => RateStore::class,
    'org_unit' => UnitStore::class,
    'public_holiday' => HolidayStore::class,
    'reach_list' => ReachStore::class,
    'reach_stamp' => ReachStore::class,
];
