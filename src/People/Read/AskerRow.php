<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

/** Someone who may have written to us about their data. */
final readonly class AskerRow
{
    public function __construct(public int $id, public string $name, public ?string $email, public ?string $city)
    {
    }
}
