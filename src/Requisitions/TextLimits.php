<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** How long a description may be, told by the module that posts it. */
interface TextLimits
{
    /** @return array<string, array{int|null, int|null}> least and most words, by the name of where it is posted */
    public function words(): array;
}
