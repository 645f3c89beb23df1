<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Organisation\SiteFacts;

/** A site, and the codes of the units that stand for it. */
final readonly class SiteRow
{
    public function __construct(public int $id, public SiteFacts $facts, public int $version, public string $units)
    {
    }
}
