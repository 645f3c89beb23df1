<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

/** A carrier that counts how often the other side did not answer, to leave it in peace. Told after what the try wrote was taken back. */
interface Breaker
{
    public function missed(Item $item, string $error): void;
}
