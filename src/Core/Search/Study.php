<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/** One education as a search sees it: level of Kind::LEVELS, mode full or part, the calendar year it ended or will. */
final readonly class Study
{
    public function __construct(public string $school, public string $field, public ?string $level = null, public ?string $mode = null, public ?int $ended = null)
    {
    }
}
