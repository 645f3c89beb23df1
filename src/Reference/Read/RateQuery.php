<?php

declare(strict_types=1);

namespace Jorvent\Reference\Read;

use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

final readonly class RateQuery
{
    public function __construct(private Db $db)
    {
    }

    /** @return list<CurrencyRow> */
    public function currencies(): array
    {
        return array_map(
            static fn (Record $r): CurrencyRow => new CurrencyRow(
                $r->str('currency'),
                $r->strOrNull('per_euro'),
                $r->instantOrNull('day'),
                $r->int('days'),
                $r->strOrNull('sites') ?? '',
            ),
            $this->db->rows(
                "SELECT c.currency, x.per_euro, x.day, coalesce(x.days, 0) AS days, s.sites
                 FROM (SELECT currency FROM site_place UNION SELECT currency FROM exchange_rate) c
                 LEFT JOIN (
                    SELECT currency, max(day) AS day, count(*) AS days,
                        trim_scale((array_agg(per_euro ORDER BY day DESC))[1]) AS per_euro
                    FROM exchange_rate GROUP BY currency
                 ) x ON x.currency = c.currency
                 LEFT JOIN (
                    SELECT currency, string_agg(name, ', ' ORDER BY name) AS sites FROM site_place GROUP BY currency
                 ) s ON s.currency = c.currency
                 ORDER BY c.currency",
            ),
        );
    }

    /** The newest of one currency; null when there is none. */
    public function of(string $currency): ?ExchangeRate
    {
        $row = $this->db->row(
            'SELECT day, trim_scale(per_euro) AS per_euro FROM exchange_rate
             WHERE currency = :currency ORDER BY day DESC LIMIT 1',
            ['currency' => $currency],
        );

        return null === $row ? null : self::rate($currency, $row->str('per_euro'), $row);
    }

    /** @return array<string, ExchangeRate> the newest of each currency, by its code */
    public function newest(): array
    {
        $rates = [];
        foreach ($this->db->rows(
            'SELECT DISTINCT ON (currency) currency, day, trim_scale(per_euro) AS per_euro
             FROM exchange_rate ORDER BY currency, day DESC',
        ) as $row) {
            $rates[$row->str('currency')] = self::rate($row->str('currency'), $row->str('per_euro'), $row);
        }

        return $rates;
    }

    /** @return array{ExchangeRate, ExchangeRate}|null of the newest day that has both */
    public function pair(string $from, string $to): ?array
    {
        $row = $this->db->row(
            'SELECT a.day, a.per_euro AS source, b.per_euro AS target
             FROM exchange_rate a JOIN exchange_rate b ON b.day = a.day
             WHERE a.currency = :from AND b.currency = :to ORDER BY a.day DESC LIMIT 1',
            ['from' => $from, 'to' => $to],
        );

        return null === $row
            ? null
            : [self::rate($from, $row->str('source'), $row), self::rate($to, $row->str('target'), $row)];
    }

    private static function rate(string $currency, string $perEuro, Record $row): ExchangeRate
    {
        $parsed = ExchangeRate::parse($perEuro) ?? throw new \LogicException('A stored rate is a number.');

        return new ExchangeRate($currency, $row->instant('day'), $parsed);
    }
}
