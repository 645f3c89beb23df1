<?php

declare(strict_types=1);

namespace Jorvent\Messages\Read;

/** How many letters someone got and answered, and the day of the last one. */
final readonly class LettersOfPerson
{
    public function __construct(public int $written, public int $answered, public ?\DateTimeImmutable $lastOn)
    {
    }
}
