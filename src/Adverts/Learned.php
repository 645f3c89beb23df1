<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Adverts\AdvertYield;

/** What earlier runs teach, the same for every opening. */
final readonly class Learned
{
    /**
     * @param AdvertYield|null                                   $yield null when there were too few runs to say
     * @param array<string, array{float, float}>                 $daily visits and applications on a day, by board
     * @param array{tried: int, inside: int, expected: int}|null $tried how it did on runs that were held out
     */
    public function __construct(
        public ?AdvertYield $yield,
        public array $daily,
        public int $visits,
        public ?array $tried,
    ) {
    }
}
