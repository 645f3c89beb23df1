<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** A version of what people agree to. */
final readonly class ConsentVersion
{
    /** @param int $agreed applications that agreed to it */
    public function __construct(
        public int $version,
        public \DateTimeImmutable $since,
        public ?string $by,
        public int $agreed,
        public string $english,
    ) {
    }
}
