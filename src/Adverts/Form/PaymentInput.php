<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Form;

use Jorvent\Adverts\Costs;
use Jorvent\Adverts\TypedPayment;

/** A payment as it is typed. */
final class PaymentInput
{
    public ?string $amount = null;
    public ?string $currency = Costs::CURRENCY;
    public ?string $note = null;

    public function __construct(public ?\DateTimeImmutable $day)
    {
    }

    public function typed(): TypedPayment
    {
        return new TypedPayment(
            $this->day, $this->amount ?? '', $this->currency ?? Costs::CURRENCY, $this->note ?? '',
        );
    }
}
