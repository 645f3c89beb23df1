<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

/**
 * The thing a permission is asked about: where in the organisation it lies (a path such as "1.4.", null where it lies
 * nowhere) and which parts the asking person plays. Visibility narrows who sees it by role: all who reach the unit,
 * recruiters only, the department only, or the hiring team only; parts played always count.
 */
final readonly class Subject
{
    /** @param list<Part> $parts */
    public function __construct(
        public ?string $unitPath,
        public array $parts,
        public ?int $requisitionId = null,
        public ?int $requisitionNumber = null,
        public string $visibility = 'reach',
        public ?string $departmentPath = null,
    ) {
    }
}
