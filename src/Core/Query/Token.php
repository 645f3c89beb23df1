<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** One findable term at a word position (from 0). Several terms may share a position: o'neill is found as "oneill" and "neill". */
final readonly class Token
{
    public function __construct(public string $term, public int $position, public int $start, public int $length)
    {
    }
}
