<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** What of a module hangs on a requisition, and what becomes of it; run inside the caller's transaction. */
#[AutoconfigureTag]
interface HangsOnRequisition
{
    /** @return array<string, int> how many of what that is not over, by its name in Met */
    public function counts(int $requisition): array;

    public function hold(int $requisition): void;

    public function end(Ending $ending): void;
}
