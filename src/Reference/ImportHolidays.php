<?php

declare(strict_types=1);

namespace Jorvent\Reference;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Reference\Store\HolidayStore;
use Psr\Clock\ClockInterface;

/** Public holidays of a country, from a calendar file: those of two years back and three ahead. */
final readonly class ImportHolidays
{
    public const MOST_BYTES = 2_000_000;

    public function __construct(
        private Db $db,
        private HolidayStore $store,
        private ClockInterface $clock,
        private ActivityLog $log,
    ) {
    }

    /**
     * @return int how many days the file gave
     *
     * @throws Refused at country or file
     */
    public function __invoke(string $country, string $calendar): int
    {
        if (1 !== preg_match('/^[A-Z]{2}$/D', $country)) {
            throw Refused::because('missing', 'country');
        }
        if (\strlen($calendar) > self::MOST_BYTES) {
            throw Refused::because('calendar_unreadable', 'file');
        }
        $year = (int) $this->clock->now()->format('Y');
        $from = new \DateTimeImmutable(($year - 2).'-01-01');
        $days = HolidayCalendar::read($calendar, $from, $from->modify('+6 years'));
        if ([] === $days) {
            throw Refused::because('calendar_without_days', 'file');
        }
        $this->db->transaction(function () use ($country, $days): void {
            $this->store->replace($country, $days);
            $change = ['country' => $country, 'days' => \count($days)];
            $this->log->record('holidays.imported', 'holidays', 0, change: $change);
        });

        return \count($days);
    }
}
