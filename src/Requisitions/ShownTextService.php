<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** A text service, without its key. */
final readonly class ShownTextService
{
    public function __construct(public string $address, public string $model, public bool $hasKey)
    {
    }
}
