<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** Something about a query, at a place in it (bytes), and the whole query as it would be repaired. */
final readonly class Problem
{
    public function __construct(public ProblemCode $code, public int $start, public int $length, public ?string $repaired = null, public string $word = '')
    {
    }
}
