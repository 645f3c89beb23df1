<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Read;

/** A version of a role profile: when it was saved, by whom, why, and how many requisitions were written from it. */
final readonly class VersionRow
{
    public function __construct(
        public int $version,
        public \DateTimeImmutable $savedAt,
        public string $note,
        public ?string $by,
        public int $used,
    ) {
    }
}
