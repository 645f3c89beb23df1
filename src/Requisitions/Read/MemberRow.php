<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Requisitions\TeamPart;

final readonly class MemberRow
{
    public function __construct(public int $accountId, public string $name, public TeamPart $part)
    {
    }
}
