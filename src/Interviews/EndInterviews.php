<?php

declare(strict_types=1);

namespace Jorvent\Interviews;

use Jorvent\Pipeline\Event\ApplicationEnded;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Whoever is no longer on their way has no interviews ahead, and no link to pick a time for one. Those that took place stay. */
#[AsEventListener]
final readonly class EndInterviews
{
    public function __construct(private Db $db, private ClockInterface $clock, private Cancel $cancel)
    {
    }

    public function __invoke(ApplicationEnded $event): void
    {
        foreach ($this->db->rows(
            "SELECT id FROM interview WHERE application_id = :a AND (state = 'offered' OR (state = 'booked' AND upper(during) > :now)) ORDER BY id",
            ['a' => $event->application, 'now' => $this->clock->now()],
        ) as $row) {
            ($this->cancel)($row->int('id'), !$event->byThem);
        }
    }
}
