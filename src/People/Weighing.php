<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Fit\Learning;
use Jorvent\Core\Fit\Measure;
use Jorvent\Core\Fit\Weights;

/** What people are held against for one requisition: its brief, the weights one begins with, as changed by hand, and what its verdicts taught. */
final readonly class Weighing
{
    public Weights $weights;

    /** @param list<array{values: list<float|null>, kept: bool}>|null $verdicts what it may learn from; null where it does not learn */
    public function __construct(public Measure $measure, public Weights $prior, public Learning $learning, public ?array $verdicts = null)
    {
        $this->weights = $learning->weights;
    }
}
