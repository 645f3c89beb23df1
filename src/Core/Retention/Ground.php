<?php

declare(strict_types=1);

namespace Jorvent\Core\Retention;

/** One reason to keep someone's data: where it came from, for what, since when, and until when. */
final readonly class Ground
{
    /** @param \DateTimeImmutable|null $until the last day; null as long as it lasts */
    public function __construct(public Purpose $purpose, public string $source, public \DateTimeImmutable $since, public ?\DateTimeImmutable $until)
    {
    }
}
