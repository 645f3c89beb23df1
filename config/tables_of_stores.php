<?php

declare(strict_types=1);

use Jorvent\Activity\Store\ChainStore;
use Jorvent\Activity\Store\LogStore;
use Jorvent\Adverts\Store\VisitStore;
use Jorvent\Careers\Store\DeclaredStore;
use Jorvent\Organisation\Store\ReachStore;
use Jorvent\Organisation\Store\UnitStore;
use Jorvent\Reference\Store\HolidayStore;
use Jorvent\Reference\Store\RateStore;
use Jorvent\Requisitions\Store\PresenceStore;

// Tables that no entity stands for: each is written by the one class beside it, which says why.
return [
    'activity' => LogStore::class,
    'activity_chain' => ChainStore::class,
    'activity_head' => ChainStore::class,
    'declared' => DeclaredStore::class,
    'exchange_rate' => RateStore::class,
    'org_unit' => UnitStore::class,
    'posting_day' => VisitStore::class,
    'presence' => PresenceStore::class,
    'public_holiday' => HolidayStore::class,
    'reach_list' => ReachStore::class,
    'reach_stamp' => ReachStore::class,
];
