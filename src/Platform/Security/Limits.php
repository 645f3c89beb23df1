<?php

declare(strict_types=1);

namespace Jorvent\Platform\Security;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\RateLimiter\LimiterInterface;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;

/** A kind of limit, such as tries to sign in; one limit for each address, account or whatever it is asked for. */
final readonly class Limits implements RateLimiterFactoryInterface
{
    public function __construct(private Db $db, private ClockInterface $clock, private string $kind, private int $most, private int $seconds)
    {
    }

    public function create(?string $key = null): LimiterInterface
    {
        return new Limit($this->db, $this->clock, $this->kind.'|'.$key, $this->most, $this->seconds);
    }
}
