<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

/** One place where someone is signed in. */
final readonly class OpenSession
{
    public function __construct(
        public int $id,
        public \DateTimeImmutable $startedAt,
        public \DateTimeImmutable $seenAt,
        public Browser $browser,
        public bool $current,
    ) {
    }
}
