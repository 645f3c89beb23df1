<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** One station of the process line: its live number, one short fact, and a mark when something waits. $people sets the width of the band that leaves it. */
final readonly class Station
{
    /** @param array<string, scalar|null> $factData */
    public function __construct(public string $key, public string $number, public string $fact, public array $factData, public ?string $mark, public int $people, public ?string $flow = null, public int $flowCount = 0)
    {
    }
}
