<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Organisation\InUse;
use Jorvent\Platform\Database\Db;

/** Requisitions lie in a unit, at a site. */
final readonly class RequisitionsInUse implements InUse
{
    public function __construct(private Db $db)
    {
    }

    public function ofSites(): array
    {
        return $this->counts('SELECT site_id AS id, count(*) AS n FROM requisition GROUP BY site_id');
    }

    public function ofUnits(): array
    {
        return $this->counts(
            "SELECT unit_id AS id, count(*) AS n FROM requisition
             WHERE state NOT IN ('filled', 'declined', 'cancelled') GROUP BY unit_id",
        );
    }

    /** @return array<int, int> */
    private function counts(string $sql): array
    {
        $counts = [];
        foreach ($this->db->rows($sql) as $row) {
            $counts[$row->int('id')] = $row->int('n');
        }

        return $counts;
    }
}
