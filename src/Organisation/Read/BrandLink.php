<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

/** A page of a brand as it is linked to, in the language it is written in. */
final readonly class BrandLink
{
    public function __construct(public string $slug, public string $title, public string $locale)
    {
    }
}
