<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks;

final readonly class BankAnswer
{
    /** @param list<BankPerson> $people the first so many, newest first */
    public function __construct(public int $count, public int $population, public array $people)
    {
    }
}
