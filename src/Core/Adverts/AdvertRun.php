<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/** An earlier run of an advert on a board: the qualified applicants it brought in its first fortnight and after. */
final readonly class AdvertRun
{
    public const FORTNIGHT = 14;

    /** @param string $month in which it began, "2026-03" */
    public function __construct(
        public string $board,
        public string $month,
        public int $days,
        public int $early,
        public int $late,
    ) {
    }

    public function qualified(): int
    {
        return $this->early + $this->late;
    }
}
