<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Requisitions\TeamPart;

/** Someone gets a part in the hiring team, or loses it. */
final readonly class TeamAct
{
    /** @param string|null $remove sent when the part is taken away */
    public function __construct(public int $account, public TeamPart $part, public ?string $remove = null)
    {
    }
}
