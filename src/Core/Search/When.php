<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/** When in a working life: in a job one has now, in any, or in one that ended. */
enum When: string
{
    case Now = 'now';
    case Ever = 'ever';
    case Before = 'before';
}
