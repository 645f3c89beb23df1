<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Symfony\Component\DependencyInjection\Attribute\Exclude;

/** The segments of people that one of several searches: those from a number to another. Within it people are counted from its first on, so that its sets are as short as it is. */
#[Exclude]
final readonly class Segments
{
    public function __construct(public int $from, public int $to)
    {
    }

    /** What a person's number here is less than everywhere. */
    public function shift(): int
    {
        return $this->from * Bits::SEGMENT;
    }
}
