<?php

declare(strict_types=1);

namespace Jorvent\Core\Retention;

/** What came of asking someone whether their data may be kept for longer. */
final readonly class Asked
{
    /**
     * @param \DateTimeImmutable|null $at        when the question was written
     * @param \DateTimeImmutable|null $delivered when it was taken by their mail server; null when it was not
     * @param \DateTimeImmutable|null $admin     since when an admin is asked instead
     */
    public function __construct(
        public ?\DateTimeImmutable $at = null,
        public ?\DateTimeImmutable $delivered = null,
        public ?\DateTimeImmutable $admin = null,
    ) {
    }
}
