<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

/** From a role profile, or from nothing when $profile is null. */
final readonly class OpenRequisition
{
    public function __construct(public ?int $profile, public int $unit, public int $site, public int $requester, public int $manager, public int $recruiter)
    {
    }
}
