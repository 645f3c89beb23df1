<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** How many more people there would be if one requirement were only a wish. */
final readonly class MarketGain
{
    /** @param string $text the requirement; for years their number */
    public function __construct(public string $text, public bool $isYears, public int $people)
    {
    }
}
