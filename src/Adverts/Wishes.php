<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\Entity\Posting;
use Jorvent\Adverts\Message\TellBoard;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;

/** What has been wanted of a posting is written down, and its board is told. */
final readonly class Wishes
{
    public function __construct(private Deliveries $deliveries, private ActivityLog $log)
    {
    }

    /**
     * Has the board told what is wanted now; what was to be told before is left out.
     *
     * @param array<string, scalar|null> $change
     */
    public function tell(Posting $posting, string $act, array $change = []): void
    {
        if ($posting->isToldToBoard()) {
            $this->deliveries->drop($posting->deliveries());
            $about = new About('posting', $posting->id, $posting->requisitionId);
            $this->deliveries->add(new TellBoard($posting->id), $posting->delivery(), $about);
        }
        $this->note($posting, $act, $change);
    }

    /** @param array<string, scalar|null> $change */
    public function note(Posting $posting, string $act, array $change = []): void
    {
        $change = ['board' => $posting->board->key, ...$change];
        $this->log->record($act, 'posting', $posting->id, $posting->requisitionId, change: $change);
    }
}
