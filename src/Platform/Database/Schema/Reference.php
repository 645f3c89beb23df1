<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

/** A number that points into a table of another module: the database keeps the reference, and the entities end here. */
#[\Attribute(\Attribute::TARGET_PROPERTY)]
final readonly class Reference
{
    public function __construct(public string $table, public string $column = 'id', public ?string $onDelete = null)
    {
    }
}
