<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** Tags to be put on a person, with commas between; or one to be taken off. */
final readonly class SentTags
{
    public function __construct(public string $tag = '', private string $off = '')
    {
    }

    public function off(): ?int
    {
        return SentId::read($this->off);
    }
}
