<?php

declare(strict_types=1);

namespace Jorvent\People;

/** A resume as it came in: what it is by its content, and the text in it. */
final readonly class ResumeFile
{
    public function __construct(public string $sha256, public string $mediaType, public string $name, public int $size, public string $text)
    {
    }
}
