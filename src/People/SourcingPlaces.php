<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Where someone was in the search of a requisition when they left, to come back to, also days later. */
final readonly class SourcingPlaces
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return array{source: string, person: string}|null */
    public function of(int $account, int $requisition): ?array
    {
        $row = $this->db->row('SELECT source, person FROM sourcing_place WHERE account_id = :a AND requisition_id = :r', ['a' => $account, 'r' => $requisition]);

        return null === $row ? null : ['source' => $row->str('source'), 'person' => $row->str('person')];
    }

    public function leave(int $account, int $requisition, string $source, string $person): void
    {
        $this->db->execute('INSERT INTO sourcing_place (account_id, requisition_id, source, person, at) VALUES (:a, :r, :s, :p, :now) ON CONFLICT (account_id, requisition_id) DO UPDATE SET source = excluded.source, person = excluded.person, at = excluded.at', ['a' => $account, 'r' => $requisition, 's' => $source, 'p' => mb_substr($person, 0, 120), 'now' => $this->clock->now()]);
    }
}
