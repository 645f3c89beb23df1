<?php

declare(strict_types=1);

namespace Jorvent\Careers\Store;

use Jorvent\Platform\Database\Db;

/**
 * Counts how often the link of a referral was opened. A counter that views of an opening raise: no entity is loaded.
 */
final readonly class ReferralVisitStore
{
    public function __construct(private Db $db)
    {
    }

    public function visited(int $referral): void
    {
        $this->db->execute('UPDATE referral SET visits = visits + 1 WHERE id = :id', ['id' => $referral]);
    }
}
