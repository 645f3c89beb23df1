<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Core\Shared\Money;

final readonly class PaymentRow
{
    public function __construct(
        public int $id,
        public \DateTimeImmutable $day,
        public Money $paid,
        public string $note,
        public ?string $by,
    ) {
    }
}
