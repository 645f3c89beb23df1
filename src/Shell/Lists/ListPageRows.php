<?php

declare(strict_types=1);

namespace Jorvent\Shell\Lists;

use Jorvent\Platform\Database\Record;

/** A page of a list and where the next one begins. */
final readonly class ListPageRows
{
    /** @param list<Record> $rows */
    public function __construct(public array $rows, public ?string $next)
    {
    }
}
