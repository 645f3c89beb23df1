<?php

declare(strict_types=1);

namespace Jorvent\Privacy\Read;

/** Someone who is asked whether their data may be kept for longer. */
final readonly class KeepRequest
{
    /** @param \DateTimeImmutable|null $until the last day they are kept without a yes; null when no day is set */
    public function __construct(public string $locale, public ?\DateTimeImmutable $until)
    {
    }
}
