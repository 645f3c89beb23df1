<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Platform\Database\Db;

/**
 * Who is known by a mail address: not who only claims it; and for a record that was joined with another, the person it
 * was joined with.
 */
final readonly class KnownBy
{
    public function __construct(private Db $db)
    {
    }

    public function address(string $email): ?int
    {
        return '' === $email ? null : $this->db->row(
            'SELECT coalesce(merged_into, id) AS id FROM candidate WHERE lower(email) = lower(:e) AND (claims IS NULL
             OR merged_into IS NOT NULL) AND erased_at IS NULL ORDER BY merged_into NULLS FIRST, id LIMIT 1',
            ['e' => $email],
        )?->int('id');
    }
}
