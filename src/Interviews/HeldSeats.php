<?php

declare(strict_types=1);

namespace Jorvent\Interviews;

use Jorvent\Accounts\HeldWork;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Seats in interviews that are yet to come. */
final readonly class HeldSeats implements HeldWork
{
    private const AHEAD = "FROM interview_seat t JOIN interview i ON i.id = t.interview_id
        WHERE t.account_id = :of AND i.state IN ('offered', 'booked') AND (i.during IS NULL OR lower(i.during) > :now)";

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    public function of(int $account): array
    {
        return ['interviews' => $this->db->int('SELECT count(*) '.self::AHEAD, ['of' => $account, 'now' => $this->clock->now()])];
    }

    public function handOver(int $from, int $to): void
    {
        $seats = $this->db->rows(
            'SELECT t.id, EXISTS (SELECT 1 FROM interview_seat o WHERE o.account_id = :to
                AND (o.during && t.during OR o.interview_id = t.interview_id)) AS clash '.self::AHEAD,
            ['of' => $from, 'to' => $to, 'now' => $this->clock->now()],
        );
        foreach ($seats as $seat) {
            if ($seat->bool('clash')) {
                throw Refused::because('successor_busy', 'to');
            }
            $this->db->execute('UPDATE interview_seat SET account_id = :to WHERE id = :id', ['to' => $to, 'id' => $seat->int('id')]);
        }
    }
}
