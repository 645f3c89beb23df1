<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** A template someone may start from. */
final readonly class TemplateRow
{
    public function __construct(
        public int $id,
        public string $name,
        public string $title,
        public string $by,
        public int $savedBy,
        public \DateTimeImmutable $savedAt,
        public bool $shared,
    ) {
    }
}
