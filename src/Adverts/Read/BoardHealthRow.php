<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

/** How a board has answered. */
final readonly class BoardHealthRow
{
    /**
     * @param int $misses      in a row
     * @param int $undelivered postings there that the board has still to be told of
     */
    public function __construct(
        public int $misses,
        public ?\DateTimeImmutable $restsUntil,
        public ?string $lastError,
        public ?\DateTimeImmutable $answeredAt,
        public ?\DateTimeImmutable $fetchedAt,
        public int $undelivered,
    ) {
    }
}
