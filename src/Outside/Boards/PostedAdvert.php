<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

final readonly class PostedAdvert
{
    public function __construct(public string $ref, public string $url)
    {
    }
}
