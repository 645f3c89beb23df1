<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Adverts\Usage;

/** A posting that began, with its opening. */
final readonly class AdvertRow
{
    /** @param string $month in which it began, as "2026-12" */
    public function __construct(
        public int $id,
        public string $code,
        public PostingPlace $place,
        public OpeningName $opening,
        public \DateTimeImmutable $liveAt,
        public string $month,
        public int $started,
        public Usage $usage,
    ) {
    }
}
