<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Core\Adverts\Price;

/** A board in the list of them. */
final readonly class BoardRow
{
    /** @param int $live postings that stand there */
    public function __construct(
        public PostingPlace $place,
        public string $shape,
        public bool $enabled,
        public Price $price,
        public int $version,
        public BoardHealthRow $health,
        public int $live,
    ) {
    }
}
