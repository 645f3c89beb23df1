<?php

declare(strict_types=1);

namespace Jorvent\Reference\Read;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

final readonly class HolidayQuery
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return list<CountryRow> by country */
    public function countries(): array
    {
        return array_map(
            static fn (Record $r): CountryRow => new CountryRow(
                $r->str('country'),
                $r->int('days'),
                $r->int('ahead'),
                $r->strOrNull('next_name'),
                $r->instantOrNull('next_day'),
            ),
            $this->db->rows(
                'SELECT p.country, count(*) AS days, count(*) FILTER (WHERE p.day >= :today) AS ahead,
                    n.name AS next_name, n.day AS next_day
                 FROM public_holiday p
                 LEFT JOIN LATERAL (
                    SELECT h.name, h.day FROM public_holiday h
                    WHERE h.country = p.country AND h.day >= :today ORDER BY h.day LIMIT 1
                 ) n ON true
                 GROUP BY p.country, n.name, n.day ORDER BY p.country',
                ['today' => $this->clock->now()->format('Y-m-d')],
            ),
        );
    }

    /** @return array<string, true> days of a country, as 2026-05-17 */
    public function days(string $country): array
    {
        $rows = $this->db->rows('SELECT day FROM public_holiday WHERE country = :c', ['c' => $country]);

        return array_fill_keys(array_map(static fn (Record $r): string => $r->str('day'), $rows), true);
    }
}
