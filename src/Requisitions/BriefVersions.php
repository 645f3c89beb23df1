<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Every version of a brief, and who has it open now. */
final readonly class BriefVersions
{
    /** Seconds after which someone who no longer asks counts as gone. */
    private const PRESENT = 25;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    public function keep(int $requisition, int $version, Brief $brief, ?int $by): void
    {
        $this->db->execute('INSERT INTO brief_version (requisition_id, version, content, saved_by, saved_at) VALUES (:r, :v, :c, :by, :now) ON CONFLICT (requisition_id, version) DO UPDATE SET content = EXCLUDED.content', ['r' => $requisition, 'v' => $version, 'c' => json_encode($brief->toArray(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'by' => $by, 'now' => $this->clock->now()]);
    }

    public function at(int $requisition, int $version): ?Brief
    {
        $row = $this->db->row('SELECT content FROM brief_version WHERE requisition_id = :r AND version = :v', ['r' => $requisition, 'v' => $version]);

        return null === $row ? null : Brief::fromArray($row->json('content'));
    }

    /**
     * The versions worth naming: of those one person kept within ten minutes, the last.
     *
     * @return list<Record> newest first: version, saved_at, by
     */
    public function list(int $requisition): array
    {
        return $this->db->rows(
            "SELECT version, saved_at, by FROM (SELECT v.version, v.saved_at, a.name AS by, lead(v.saved_by) OVER w AS next_by, lead(v.saved_at) OVER w AS next_at, v.saved_by FROM brief_version v LEFT JOIN account a ON a.id = v.saved_by WHERE v.requisition_id = :r WINDOW w AS (ORDER BY v.version)) x
             WHERE next_at IS NULL OR next_by IS DISTINCT FROM saved_by OR next_at > saved_at + interval '10 minutes' OR version = 1 ORDER BY version DESC LIMIT 60",
            ['r' => $requisition],
        );
    }

    /** @return list<string> names of the others who have it open */
    public function present(int $requisition, int $me): array
    {
        $now = $this->clock->now();
        $this->db->execute('INSERT INTO presence (requisition_id, account_id, seen_at) VALUES (:r, :me, :now) ON CONFLICT (requisition_id, account_id) DO UPDATE SET seen_at = EXCLUDED.seen_at', ['r' => $requisition, 'me' => $me, 'now' => $now]);

        return array_map(static fn (Record $r): string => $r->str('name'), $this->db->rows('SELECT a.name FROM presence p JOIN account a ON a.id = p.account_id WHERE p.requisition_id = :r AND p.account_id <> :me AND p.seen_at > :since ORDER BY a.name', ['r' => $requisition, 'me' => $me, 'since' => $now->modify('-'.self::PRESENT.' seconds')]));
    }
}
