<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

/** A door without a gate: a public page, or one that a signed link opens. The reason stands here because the access table shows it. */
#[\Attribute(\Attribute::TARGET_METHOD | \Attribute::TARGET_CLASS)]
final readonly class OpenDoor
{
    public function __construct(public string $because)
    {
    }
}
