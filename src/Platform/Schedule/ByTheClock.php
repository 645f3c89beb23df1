<?php

declare(strict_types=1);

namespace Jorvent\Platform\Schedule;

use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Scheduler\Attribute\AsSchedule;
use Symfony\Component\Scheduler\Schedule;
use Symfony\Component\Scheduler\ScheduleProviderInterface;
use Symfony\Contracts\Cache\CacheInterface;

/**
 * What runs by the clock; the tasks themselves say how often (#[AsPeriodicTask]). The lock lets one worker at a time
 * run them, however many there are; what was last run is remembered, so that a new worker does not begin to count anew.
 */
#[AsSchedule]
final readonly class ByTheClock implements ScheduleProviderInterface
{
    public function __construct(private LockFactory $locks, private CacheInterface $cache)
    {
    }

    public function getSchedule(): Schedule
    {
        return (new Schedule())
            ->lock($this->locks->createLock('by-the-clock', null))
            ->stateful($this->cache)
            ->processOnlyLastMissedRun(true);
    }
}
