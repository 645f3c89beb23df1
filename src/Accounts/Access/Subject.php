<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

/** The thing a permission is asked about: where in the organisation it lies (a path such as "1.4.", null where it lies nowhere) and which parts the asking person plays. */
final readonly class Subject
{
    /** @param list<Part> $parts */
    public function __construct(public ?string $unitPath, public array $parts, public ?int $requisitionId = null, public ?int $requisitionNumber = null)
    {
    }
}
