<?php

declare(strict_types=1);

namespace Jorvent\Departments\Read;

/** A unit: what it is, where it lies, and who leads it. */
final readonly class Department
{
    public function __construct(
        public int $id,
        public string $path,
        public string $code,
        public string $name,
        public string $kind,
        public Headcount $people,
        public ?UnitLink $parent,
        /** names of who holds the post of its head */
        public ?string $head,
    ) {
    }
}
