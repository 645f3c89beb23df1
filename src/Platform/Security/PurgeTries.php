<?php

declare(strict_types=1);

namespace Jorvent\Platform\Security;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Outbox\Periodic;
use Psr\Clock\ClockInterface;

/** Tries that count for nothing any more are forgotten. */
final readonly class PurgeTries implements Periodic
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    public function everySeconds(): int
    {
        return 300;
    }

    public function run(): void
    {
        $this->db->execute('DELETE FROM counted_try WHERE until < :now', ['now' => $this->clock->now()]);
    }
}
