<?php

declare(strict_types=1);

namespace Jorvent\Reference\Form;

/** One rate, as it was typed. */
final class RateInput
{
    public ?string $currency = null;
    public ?string $perEuro = null;

    public function __construct(public ?string $day = null)
    {
    }
}
