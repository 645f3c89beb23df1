<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Organisation\Message\DrawReach;
use Jorvent\Organisation\Store\ReachStore;
use Jorvent\Organisation\Store\UnitStore;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Psr\Clock\ClockInterface;

/**
 * The stored form of what each person may use of the organisation. It is drawn by the worker and stamped with the
 * version it was drawn from, so it can be late, and says so.
 */
final readonly class ReachList
{
    public function __construct(
        private Db $db,
        private ReachStore $store,
        private UnitStore $units,
        private ClockInterface $clock,
        private Deliveries $deliveries,
    ) {
    }

    public function drawAllLater(string $because): void
    {
        $this->deliveries->add(new DrawReach(null), 'reach-'.$because, new About('reach', 0));
    }

    public function drawLater(int $account): void
    {
        // each time is one of its own: what changes while it waits is in it, what changes after it is in the next
        $key = 'reach-account-'.$account.'-'.$this->units->nextId();
        $this->deliveries->add(new DrawReach($account), $key, new About('reach', $account));
    }

    /** @param int|null $account null for everyone */
    public function draw(?int $account): void
    {
        $this->db->transaction(fn () => $this->store->draw($account, $this->clock->now()));
    }
}
