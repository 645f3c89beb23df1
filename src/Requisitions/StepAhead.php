<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Workflow\ApprovalStep;

/** Who would be asked at one step of an approval; the name is null where nobody can be asked. */
final readonly class StepAhead
{
    public function __construct(public ApprovalStep $step, public ?string $name)
    {
    }
}
