<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

use Jorvent\Core\Careers\OpeningMatch;

/** An opening that the guide proposes, with its reasons. */
final readonly class Proposed
{
    public function __construct(public Opening $opening, public OpeningMatch $match)
    {
    }
}
