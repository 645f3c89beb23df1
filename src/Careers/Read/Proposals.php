<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** What the guide proposes, best first. */
final readonly class Proposals
{
    /**
     * @param list<Proposed> $openings
     * @param int            $of       how many openings there are
     */
    public function __construct(public array $openings, public int $of)
    {
    }
}
