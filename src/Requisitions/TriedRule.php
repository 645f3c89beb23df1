<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** How many past requisitions would have gone to each post. */
final readonly class TriedRule
{
    /**
     * @param int                $past   requisitions tried
     * @param array<string, int> $before by post, as the rules stand
     * @param array<string, int> $after  by post, with the new rule
     */
    public function __construct(public int $past, public array $before, public array $after)
    {
    }
}
