<?php

declare(strict_types=1);

namespace Jorvent\Platform\Security;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** Tries that count for nothing any more are forgotten. */
#[AsPeriodicTask(300, method: 'run')]
final readonly class PurgeTries
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    public function run(): void
    {
        $this->db->execute('DELETE FROM counted_try WHERE until < :now', ['now' => $this->clock->now()]);
    }
}
