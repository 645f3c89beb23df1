<?php

declare(strict_types=1);

namespace Jorvent\Core\Messages;

/** How someone is written to: in which language, and in times of which zone. */
final readonly class Addressee
{
    /** @param string $zone by its IANA name */
    public function __construct(public string $locale, public string $zone)
    {
    }
}
