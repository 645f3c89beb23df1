<?php

declare(strict_types=1);

namespace Jorvent\Core\Careers;

/** A fact of an opening that answers something that was said, or speaks against it. */
final readonly class MatchReason
{
    public const CITY = 'city';
    public const REMOTE = 'remote';
    public const KIND = 'kind';
    public const WORD = 'word';
    public const YEARS = 'years';

    /**
     * @param self::* $code
     * @param string  $what   the fact: the town, the category, the skill or word, the years
     * @param int     $points what it counts; below 0 when it speaks against the opening
     */
    public function __construct(public string $code, public string $what, public int $points)
    {
    }

    public function isAgainst(): bool
    {
        return $this->points < 0;
    }
}
