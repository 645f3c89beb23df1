<?php

declare(strict_types=1);

namespace Jorvent\Outside\TextServices;

/** Where a text service is and how one asks it. */
final readonly class TextServiceSettings
{
    public function __construct(public string $address, public string $model, #[\SensitiveParameter] public ?string $key)
    {
    }
}
