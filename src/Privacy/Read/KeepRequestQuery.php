<?php

declare(strict_types=1);

namespace Jorvent\Privacy\Read;

use Jorvent\Core\Retention\Keeping;
use Jorvent\Platform\Database\Db;

/** Who is asked whether their data may be kept for longer. */
final readonly class KeepRequestQuery
{
    public function __construct(private Db $db)
    {
    }

    public function of(int $candidate): ?KeepRequest
    {
        $row = $this->db->row(
            'SELECT locale, greatest(keep_until, CAST(keep_asked_at AS date) + CAST(:grace AS int)) AS until
             FROM person_head WHERE id = :id AND erased_at IS NULL',
            ['id' => $candidate, 'grace' => Keeping::GRACE_DAYS],
        );

        return null === $row ? null : new KeepRequest($row->str('locale'), $row->instantOrNull('until'));
    }
}
