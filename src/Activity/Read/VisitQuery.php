<?php

declare(strict_types=1);

namespace Jorvent\Activity\Read;

use Jorvent\Platform\Database\Db;

/** Who looked at whom. */
final readonly class VisitQuery
{
    public function __construct(private Db $db)
    {
    }

    /** Whether someone looked at the page of a person since a moment. */
    public function wasSeen(int $candidate, int $account, \DateTimeImmutable $since): bool
    {
        return 0 !== $this->db->int(
            "SELECT count(*) FROM activity
             WHERE candidate_id = :person AND act = 'viewed.person' AND actor_id = :account AND at > :since",
            ['person' => $candidate, 'account' => $account, 'since' => $since],
        );
    }
}
