<?php

declare(strict_types=1);

namespace Jorvent\Core\Careers;

/** What someone says of the work they look for. */
final readonly class LookedFor
{
    /**
     * @param list<string> $kinds  any of them; empty for all
     * @param list<string> $cities any of them; empty for all
     * @param int|null     $years  of work behind them
     * @param string       $words  what they like or can, in their own words
     */
    public function __construct(
        public array $kinds = [],
        public array $cities = [],
        public ?int $years = null,
        public string $words = '',
    ) {
    }

    public function isEmpty(): bool
    {
        return [] === $this->kinds && [] === $this->cities && '' === $this->words;
    }
}
