<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Event;

/** What a requisition asks for is other than before; told within the same transaction. */
final readonly class BriefChanged
{
    public function __construct(public int $requisition)
    {
    }
}
