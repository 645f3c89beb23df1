<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

/** A field of the brief gets what the profile says. */
final readonly class TakeBack
{
    public function __construct(public string $field = '')
    {
    }
}
