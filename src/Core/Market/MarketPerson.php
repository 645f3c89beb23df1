<?php

declare(strict_types=1);

namespace Jorvent\Core\Market;

use Jorvent\Core\Query\Document;

/** What the market view looks at of a person. Years are whole; pay is whole euro of a full-time year. */
final readonly class MarketPerson
{
    public function __construct(public Document $resume, public ?int $years, public ?string $town, public ?int $expects, public ?int $earns)
    {
    }
}
