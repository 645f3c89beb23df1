<?php

declare(strict_types=1);

namespace Jorvent\Reference\Store;

use Jorvent\Platform\Database\Db;

/**
 * Writes public_holiday. A calendar replaces all days of its span, and a day is what identifies a row, which Doctrine
 * can not keep as an identifier.
 */
final readonly class HolidayStore
{
    public function __construct(private Db $db)
    {
    }

    /** @param non-empty-array<string, string> $days names by day, as 2026-05-17 */
    public function replace(string $country, array $days): void
    {
        $this->db->execute(
            'DELETE FROM public_holiday WHERE country = :c AND day BETWEEN :from AND :to',
            ['c' => $country, 'from' => min(array_keys($days)), 'to' => max(array_keys($days))],
        );
        $this->db->execute(
            'INSERT INTO public_holiday (country, day, name)
             SELECT :c, CAST(key AS date), value FROM jsonb_each_text(CAST(:days AS jsonb))',
            ['c' => $country, 'days' => json_encode($days, \JSON_THROW_ON_ERROR)],
        );
    }
}
