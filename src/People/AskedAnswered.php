<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Platform\Database\Db;

/** How many letters someone got, how many they answered, and when the last was written: what searches know of letters. Run before someone is made findable anew. */
final readonly class AskedAnswered
{
    public function __construct(private Db $db)
    {
    }

    /** @param list<int> $candidates */
    public function count(array $candidates): void
    {
        $this->db->execute('UPDATE candidate c SET asked = x.asked, answered = x.answered, written_on = x.day FROM (SELECT i.id, count(l.id) AS asked, count(l.answered_at) AS answered, CAST(max(l.written_at) AS date) AS day FROM unnest(CAST(:ids AS int[])) i (id) LEFT JOIN letter l ON l.candidate_id = i.id GROUP BY i.id) x WHERE c.id = x.id', ['ids' => '{'.implode(',', $candidates).'}']);
    }
}
