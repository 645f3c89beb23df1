<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Symfony\Component\Messenger\Stamp\StampInterface;

/** Which delivery a message belongs to, and in which of its turns. */
final readonly class DeliveryStamp implements StampInterface
{
    public function __construct(public string $key, public int $turn)
    {
    }
}
