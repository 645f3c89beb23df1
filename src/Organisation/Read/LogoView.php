<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

/** The picture of a brand, by its address and size. */
final readonly class LogoView
{
    public function __construct(public string $sha256, public int $width, public int $height)
    {
    }

    /** The width when it is drawn that high, in pixels. */
    public function widthAt(int $height): int
    {
        return (int) round($this->width * $height / $this->height);
    }
}
