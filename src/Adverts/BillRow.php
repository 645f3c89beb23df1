<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Shared\Money;

/** A line of a board's bill: what a posting cost on a day. */
final readonly class BillRow
{
    /** @param string $day as "2026-12-01" */
    public function __construct(public int $posting, public string $day, public Money $paid, public string $note)
    {
    }
}
