<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Form;

use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;

/** What a role is paid in one currency, as it was typed. */
final class BandInput
{
    public function __construct(public string $currency, public ?string $from = null, public ?string $to = null)
    {
    }

    public function isEmpty(): bool
    {
        return '' === ($this->from ?? '').($this->to ?? '');
    }

    /**
     * @return array{int, int} whole units, from and to
     *
     * @throws Refused at bands, when one of them is no amount
     */
    public function units(): array
    {
        $from = Money::parse($this->from ?? '', $this->currency);
        $to = Money::parse($this->to ?? '', $this->currency);
        if (null === $from || null === $to) {
            throw Refused::because('not_an_amount', 'bands');
        }

        return [$from->units(), $to->units()];
    }
}
