<?php

declare(strict_types=1);

namespace Jorvent\Core\Scorecards;

/** One interviewer's rating of one competency, 1 to 5, with what was seen. */
final readonly class Rating
{
    public const LOWEST = 1;
    public const HIGHEST = 5;

    public function __construct(public string $rater, public string $competency, public int $value, public string $evidence = '')
    {
        if ($value < self::LOWEST || $value > self::HIGHEST) {
            throw new \LogicException('A rating is from 1 to 5.');
        }
    }
}
