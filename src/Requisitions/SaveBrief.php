<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** @see SaveBriefHandler */
final readonly class SaveBrief
{
    public function __construct(public int $requisition, public Brief $brief, public int $seenVersion)
    {
    }
}
