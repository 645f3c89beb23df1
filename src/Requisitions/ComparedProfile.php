<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** The version of a role profile that a brief was written from, beside the brief. */
final readonly class ComparedProfile
{
    /**
     * @param int                  $newest version that there is of the profile now
     * @param array<string, mixed> $values by field of the brief, as Brief::toArray() gives them
     * @param array<string, bool>  $kept   whether the brief still says the same, by field
     */
    public function __construct(
        public int $id,
        public string $title,
        public string $level,
        public int $version,
        public int $newest,
        public array $values,
        public array $kept,
    ) {
    }

    public function keptCount(): int
    {
        return \count(array_filter($this->kept));
    }
}
