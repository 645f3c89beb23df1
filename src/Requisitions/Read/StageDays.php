<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Core\Workflow\Stage;

/** How long people stood at a stage, over everyone who left it or stands there. */
final readonly class StageDays
{
    public function __construct(public Stage $stage, public ?float $median, public int $people)
    {
    }

    public function isOver(): bool
    {
        return null !== $this->median && $this->median > $this->stage->agreedDays();
    }
}
