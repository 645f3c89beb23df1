<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** A page of the openings that were found, newest first. */
final readonly class FoundOpenings
{
    /**
     * @param list<Opening>                     $openings
     * @param int                               $count  on all pages
     * @param array<string, array<string, int>> $facets how many there would be with each value, the others kept
     */
    public function __construct(public array $openings, public int $count, public int $pages, public array $facets)
    {
    }
}
