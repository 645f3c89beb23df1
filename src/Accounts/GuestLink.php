<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

final readonly class GuestLink
{
    public function __construct(public int $id, public int $subject, public \DateTimeImmutable $expiresAt)
    {
    }
}
