<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

/** The text service as an admin types it. */
final class TextServiceInput
{
    public ?string $address = null;
    public ?string $model = null;
    public ?string $key = null;
}
