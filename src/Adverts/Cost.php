<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Shared\Money;

/** What a posting cost, in euro, so that boards can be compared. */
final readonly class Cost
{
    /** @param bool $entered it was paid and entered; else the board's price makes it */
    public function __construct(public Money $money, public bool $entered)
    {
    }

    public function euro(): float
    {
        return $this->money->minor / 100;
    }
}
