<?php

declare(strict_types=1);

namespace Jorvent\Privacy;

/** Who is to be forgotten, as they were known. */
final readonly class Person
{
    /** @param string|null $email in small letters */
    public function __construct(
        public int $id,
        public string $name,
        public ?string $email,
        public \DateTimeImmutable $now,
    ) {
    }
}
