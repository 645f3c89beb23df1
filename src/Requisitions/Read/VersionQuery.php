<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Brief\Brief;

/** Earlier versions of a brief. */
final readonly class VersionQuery
{
    private const MOST = 60;

    public function __construct(private Db $db)
    {
    }

    public function at(int $requisition, int $version): ?Brief
    {
        $row = $this->db->row(
            'SELECT content FROM brief_version WHERE requisition_id = :r AND version = :v',
            ['r' => $requisition, 'v' => $version],
        );

        return null === $row ? null : Brief::fromArray($row->json('content'));
    }

    /**
     * The versions worth naming: of those one person saved within ten minutes, the last.
     *
     * @return list<BriefVersionRow> newest first
     */
    public function list(int $requisition): array
    {
        return array_map(
            static fn (Record $r): BriefVersionRow => new BriefVersionRow(
                $r->int('version'), $r->instant('saved_at'), $r->strOrNull('by'),
            ),
            $this->db->rows(
                "SELECT version, saved_at, by FROM (
                    SELECT v.version, v.saved_at, v.saved_by, a.name AS by,
                        lead(v.saved_by) OVER w AS next_by, lead(v.saved_at) OVER w AS next_at
                    FROM brief_version v LEFT JOIN staff_name a ON a.id = v.saved_by
                    WHERE v.requisition_id = :r WINDOW w AS (ORDER BY v.version)
                 ) x
                 WHERE next_at IS NULL OR next_by IS DISTINCT FROM saved_by
                    OR next_at > saved_at + interval '10 minutes' OR version = 1
                 ORDER BY version DESC LIMIT ".self::MOST,
                ['r' => $requisition],
            ),
        );
    }
}
