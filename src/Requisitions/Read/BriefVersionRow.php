<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** A version of a brief, and who saved it. */
final readonly class BriefVersionRow
{
    public function __construct(public int $version, public \DateTimeImmutable $savedAt, public ?string $by)
    {
    }
}
