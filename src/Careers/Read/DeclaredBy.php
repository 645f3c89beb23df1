<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** What counts of declared answers are grouped by. */
enum DeclaredBy: string
{
    case Quarter = 'quarter';
    case Division = 'division';
}
