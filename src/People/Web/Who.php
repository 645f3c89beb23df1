<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** Whom an admin looks for: an address, or a part of a name. */
final readonly class Who
{
    private const SHORTEST = 3;
    public const LONGEST = 100;

    public string $words;

    public function __construct(string $who = '')
    {
        $this->words = trim($who);
    }

    public function canBeLookedFor(): bool
    {
        return mb_strlen($this->words) >= self::SHORTEST && mb_strlen($this->words) <= self::LONGEST;
    }
}
