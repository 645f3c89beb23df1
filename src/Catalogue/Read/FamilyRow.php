<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Read;

/** A job family, and how many of its profiles are in use. */
final readonly class FamilyRow
{
    public function __construct(public int $id, public string $name, public int $profiles)
    {
    }
}
