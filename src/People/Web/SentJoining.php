<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** The joining that is to be undone. */
final readonly class SentJoining
{
    public function __construct(private string $merge = '')
    {
    }

    public function id(): int
    {
        return SentId::read($this->merge) ?? 0;
    }
}
