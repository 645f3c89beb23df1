<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** Who hires. */
final readonly class OpeningTeam
{
    public function __construct(public int $unitId, public string $department, public string $recruiter)
    {
    }
}
