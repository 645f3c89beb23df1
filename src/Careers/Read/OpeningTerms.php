<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Shared\Money;

/** On what terms one works. */
final readonly class OpeningTerms
{
    private const FROM_ANYWHERE = 'fully';

    /** @param int|null $months for how long, when not for good */
    public function __construct(
        public string $employment,
        public string $remote,
        public int $positions,
        public ?int $months,
        public OpeningHours $hours,
        public ?Money $payFrom,
        public ?Money $payTo,
        public Frequency $frequency,
    ) {
    }

    public function isFromAnywhere(): bool
    {
        return self::FROM_ANYWHERE === $this->remote;
    }
}
