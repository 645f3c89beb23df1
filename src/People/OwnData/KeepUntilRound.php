<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

use Jorvent\People\Store\KeepUntilStore;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Writes until when people are kept, once a day for everyone, in pieces so that nothing else waits. */
final readonly class KeepUntilRound
{
    private const PIECE = 2_000;

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private Retention $retention,
        private KeepUntilStore $store,
    ) {
    }

    /** The next piece of today's round, if it is not over. */
    public function __invoke(): void
    {
        $this->db->transaction(function (): void {
            $today = $this->clock->now()->format('Y-m-d');
            $next = $this->store->next($today, self::PIECE);
            if (null === $next) {
                return;
            }
            $this->retention->write($next);
            if (\count($next) < self::PIECE) {
                $this->store->cameToTheEnd($today);
            } else {
                $this->store->cameTo($next[self::PIECE - 1]);
            }
        });
    }
}
