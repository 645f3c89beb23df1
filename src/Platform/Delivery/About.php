<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

/** What a delivery is about: pages find it by these, and forgetting someone does. */
final readonly class About
{
    /**
     * @param int|null $candidate to whom it goes
     * @param int|null $account   to whom it goes
     * @param int|null $named     a candidate whom the text names, though it does not go to them
     */
    public function __construct(
        public string $kind,
        public int $id,
        public ?int $requisition = null,
        public ?int $candidate = null,
        public ?int $account = null,
        public ?int $named = null,
    ) {
    }
}
