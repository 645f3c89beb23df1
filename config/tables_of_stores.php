<?php

declare(strict_types=1);

use Jorvent\Reference\Store\HolidayStore;
use Jorvent\Reference\Store\RateStore;

// Tables that no entity stands for: each is written by the one class beside it, which says why.
return [
    'exchange_rate' => RateStore::class,
    'public_holiday' => HolidayStore::class,
];
