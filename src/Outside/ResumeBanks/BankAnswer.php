<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks;

final readonly class BankAnswer
{
    /**
     * @param int              $count  as it reports
     * @param list<BankPerson> $people the first so many
     * @param string|null      $ticket to ask again with, while it still searches
     */
    public function __construct(public int $count, public int $population, public array $people, public ?string $ticket = null)
    {
    }
}
