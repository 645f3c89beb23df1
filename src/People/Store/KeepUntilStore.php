<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/**
 * Writes until when people are kept. A round through all of them goes in pieces of 2,000, a set too large to load as
 * entities; it goes on where it stopped, and how far it came is no decision of a person: no version is raised.
 */
final readonly class KeepUntilStore
{
    public function __construct(private Db $db)
    {
    }

    /**
     * Where the day changed it is written, and whoever was asked about the day before counts as not asked.
     *
     * @param array<int, string|null> $until the last day, ISO 8601, by candidate; null as long as a reason lasts
     */
    public function write(array $until): void
    {
        if ([] === $until) {
            return;
        }
        $this->db->execute(
            'UPDATE candidate c SET keep_until = CAST(n.until AS date), keep_asked_at = NULL, keep_admin_asked_at = NULL
             FROM json_each_text(CAST(:days AS json)) n (id, until)
             WHERE c.id = CAST(n.id AS int) AND c.keep_until IS DISTINCT FROM CAST(n.until AS date)',
            ['days' => json_encode($until, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT)],
        );
    }

    /**
     * The next people of today's round, in the order of their ids; the round is locked until the end of the transaction.
     *
     * @return list<int>|null null when today's round is over, or someone else is at it
     */
    public function next(string $today, int $most): ?array
    {
        $round = $this->db->row(
            'SELECT swept_to FROM retention WHERE swept_on IS DISTINCT FROM :today FOR UPDATE SKIP LOCKED',
            ['today' => $today],
        );

        return null === $round ? null : array_map(static fn (Record $row): int => $row->int('id'), $this->db->rows(
            'SELECT id FROM candidate WHERE id > :after AND erased_at IS NULL AND merged_into IS NULL
             ORDER BY id LIMIT '.$most,
            ['after' => $round->int('swept_to')],
        ));
    }

    public function cameTo(int $candidate): void
    {
        $this->db->execute('UPDATE retention SET swept_to = :to', ['to' => $candidate]);
    }

    public function cameToTheEnd(string $today): void
    {
        $this->db->execute('UPDATE retention SET swept_to = 0, swept_on = :today', ['today' => $today]);
    }
}
