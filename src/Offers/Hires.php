<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Jorvent\Core\Shared\Refused;
use Jorvent\Pipeline\Applications;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\SignedHires;
use Psr\Clock\ClockInterface;

/** Who signed. */
final readonly class Hires implements SignedHires
{
    public function __construct(private Db $db, private Applications $applications, private ClockInterface $clock)
    {
    }

    public function fallThrough(int $requisition, int $hire, string $reason): void
    {
        $row = $this->db->row(
            'SELECT h.application_id FROM hire h JOIN application p ON p.id = h.application_id
             WHERE h.id = :h AND p.requisition_id = :r AND h.fell_through_at IS NULL FOR UPDATE OF h',
            ['h' => $hire, 'r' => $requisition],
        ) ?? throw Refused::because('missing');
        $this->db->execute(
            'UPDATE hire SET fell_through_at = :now, fell_through_reason = :reason WHERE id = :id',
            ['now' => $this->clock->now(), 'reason' => $reason, 'id' => $hire],
        );
        $this->applications->lock($row->int('application_id'))->fallThrough();
    }

    public function daysOfFamily(int $family, int $but, \DateTimeImmutable $since): array
    {
        $rows = $this->db->rows(
            "SELECT to_char(h.signed_at, 'YYYY-MM') AS month,
                greatest(0, CAST(h.signed_at AS date) - q.opened_on) AS days
             FROM hire h JOIN application p ON p.id = h.application_id
             JOIN requisition_head q ON q.id = p.requisition_id JOIN profile_now f ON f.id = q.profile_id
             WHERE f.family_id = :family AND q.id <> :but AND q.opened_on IS NOT NULL
                AND h.fell_through_at IS NULL AND h.signed_at > :since
             ORDER BY h.signed_at",
            ['family' => $family, 'but' => $but, 'since' => $since],
        );

        return array_map(
            static fn (Record $r): array => ['month' => $r->str('month'), 'days' => $r->int('days')],
            $rows,
        );
    }
}
