<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

use Jorvent\Core\Query\Document;

/** What fit looks at, and nothing else: never name, sex, age, origin, nor anything that stands in for them. */
final readonly class Person
{
    public function __construct(public ?Document $resume, public ?float $years = null, public ?string $city = null, public ?bool $wouldMove = null)
    {
    }
}
