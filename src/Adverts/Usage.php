<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Adverts\Price;
use Jorvent\Core\Shared\Money;

/** What a posting used of its board, and what was paid for it: from these comes its cost. */
final readonly class Usage
{
    /**
     * @param bool        $begun   it has been up
     * @param int         $runs    how often it was paid for: once, and once for each renewal
     * @param int         $applied applications that came by it
     * @param list<Money> $paid    entered, or read from bills
     */
    public function __construct(
        public int $posting,
        public Price $price,
        public bool $begun,
        public int $runs,
        public int $visits,
        public int $applied,
        public array $paid,
    ) {
    }
}
