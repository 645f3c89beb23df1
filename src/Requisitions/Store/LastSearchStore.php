<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Store;

use Jorvent\Core\Search\Search;
use Jorvent\Platform\Database\Db;

/**
 * Remembers what was last looked for beside a requisition. It is written with each pause in typing, and losing the
 * last of it is no harm, so the commit does not wait for the disk, as that of an entity would.
 */
final readonly class LastSearchStore
{
    public function __construct(private Db $db)
    {
    }

    public function remember(int $requisition, Search $search): void
    {
        $this->db->planned(
            "WITH quick AS MATERIALIZED (SELECT set_config('synchronous_commit', 'off', true) AS is)
             UPDATE requisition SET query = :text, criteria = CAST(:criteria AS jsonb)
             FROM quick WHERE id = :id AND quick.is = 'off'",
            [
                'id' => $requisition,
                'text' => $search->text,
                'criteria' => json_encode($search->toArray()['criteria'], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE),
            ],
        );
    }
}
