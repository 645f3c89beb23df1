<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

/** How a delivery stands, beside what it is about. */
final readonly class DeliveryRow
{
    public function __construct(
        public int $id,
        public string $state,
        public int $attempts,
        public ?string $lastError,
    ) {
    }
}
