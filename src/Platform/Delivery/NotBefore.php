<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;

/** It is known that asking is no use yet: put off until then, and not counted as a try. */
final class NotBefore extends RecoverableMessageHandlingException
{
    public function __construct(public readonly \DateTimeImmutable $until, \DateTimeImmutable $now)
    {
        parent::__construct(
            'left in peace until '.$until->format('H:i'),
            retryDelay: max(0, 1000 * ($until->getTimestamp() - $now->getTimestamp())),
        );
    }
}
