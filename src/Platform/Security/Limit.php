<?php

declare(strict_types=1);

namespace Jorvent\Platform\Security;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\RateLimiter\Exception\ReserveNotSupportedException;
use Symfony\Component\RateLimiter\LimiterInterface;
use Symfony\Component\RateLimiter\RateLimit;
use Symfony\Component\RateLimiter\Reservation;

/**
 * So many tries within a span of time, as a sliding window: those of the span before count for the share of it that is still within reach.
 * Counted in the database by one statement, so that tries at the same moment are all counted, by whichever server; when the database does not
 * answer, nobody is let through. What is counted is stored as a hash.
 */
final readonly class Limit implements LimiterInterface
{
    public function __construct(private Db $db, private ClockInterface $clock, private string $key, private int $most, private int $seconds)
    {
    }

    public function consume(int $tokens = 1): RateLimit
    {
        $now = $this->clock->now();
        $span = intdiv($now->getTimestamp(), $this->seconds);
        $row = $this->db->row(
            "INSERT INTO counted_try AS t (key_sha256, span, tries, tries_before, until) VALUES (decode(:key, 'hex'), :span, :n, 0, :until)
             ON CONFLICT (key_sha256) DO UPDATE SET span = :span, until = :until,
                tries_before = CASE WHEN t.span = :span THEN t.tries_before WHEN t.span = :span - 1 THEN t.tries ELSE 0 END,
                tries = CASE WHEN t.span = :span THEN least(t.tries + :n, :cap) ELSE :n END
             RETURNING tries, tries_before",
            [
                'key' => $this->hash(), 'span' => $span, 'n' => $tokens, 'cap' => $this->most + 1,
                'until' => $now->modify('+'.(2 * $this->seconds).' seconds'),
            ],
        ) ?? throw new \LogicException('A try is counted.');
        $left = ($span + 1) * $this->seconds - $now->getTimestamp();
        $used = $row->int('tries') + (int) floor($row->int('tries_before') * $left / $this->seconds);
        $again = $used > $this->most ? $now->modify('+'.$left.' seconds') : $now;

        return new RateLimit(max(0, $this->most - $used), $again, $used <= $this->most, $this->most);
    }

    public function reset(): void
    {
        $this->db->execute("DELETE FROM counted_try WHERE key_sha256 = decode(:key, 'hex')", ['key' => $this->hash()]);
    }

    public function reserve(int $tokens = 1, ?float $maxTime = null): Reservation
    {
        throw new ReserveNotSupportedException(self::class);
    }

    private function hash(): string
    {
        return hash('sha256', $this->key);
    }
}
