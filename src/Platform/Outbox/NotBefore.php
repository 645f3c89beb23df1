<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

/** It is known that asking is no use yet: put off until then, and not counted as a try. */
final class NotBefore extends \RuntimeException
{
    public function __construct(public readonly \DateTimeImmutable $until)
    {
        parent::__construct('left in peace until '.$until->format('H:i'));
    }
}
