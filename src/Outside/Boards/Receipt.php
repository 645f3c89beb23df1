<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

/** What a board says of a posting: its own number for it, where it can be seen, and whether it is up, or still being looked at. */
final readonly class Receipt
{
    public function __construct(public string $ref, public ?string $url, public bool $live)
    {
    }
}
